'use client';
import { Check } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { Line } from '@/services/line/line';
import { ButtonLink } from '../parts/button';
import { firstSteps, nextStep } from './first-steps';
import { useLine } from './use-line';

/** The way from an empty workspace to the first listing: how far one is, and the one step to do now. Gone after that. */
export function FirstStepsBar({ first }: { first: Line }) {
  const here = usePathname();
  const line = useLine()?.stations ?? first;
  const next = nextStep(line);
  if (!next) return <span />;
  const steps = firstSteps(line);
  return (
    <section
      aria-label="Your first listing"
      className="flex items-center gap-5 border-b border-rule bg-ochre-t/60 px-[18px] py-2"
    >
      <b className="shrink-0 font-slab text-[14px] font-semibold">
        Your first listing
        <span className="ml-2 font-sans text-[12px] font-normal text-soft">
          {steps.filter((s) => s.done).length} of {steps.length}
        </span>
      </b>
      <ol className="flex shrink-0 items-center gap-3 text-[12px]">
        {steps.map((s) => (
          <li key={s.word} aria-current={s === next ? 'step' : undefined}>
            {s.done ? (
              <span className="inline-flex items-center gap-1 text-teal">
                <Check size={12} aria-hidden /> {s.word}
                <span className="sr-only"> (done)</span>
              </span>
            ) : (
              <Link href={s.href} className={s.word === next.word ? 'font-semibold underline' : 'text-soft hover:text-ink'}>
                {s.word}
              </Link>
            )}
          </li>
        ))}
      </ol>
      <span className="hidden min-w-0 grow truncate text-[12px] text-soft xl:block">{next.why}</span>
      <span className="grow xl:hidden" />
      {here !== next.href && (
        <ButtonLink tone="go" href={next.href}>
          {next.word}
        </ButtonLink>
      )}
    </section>
  );
}
