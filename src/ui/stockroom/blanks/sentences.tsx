'use client';
import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useRouter } from 'next/navigation';
import type { BlankView } from '@/api/views';
import type { Audience } from '@/core/stock/blank';
import { act, api } from '../../api';
import { IconButton } from '../../parts/button';

const SIDES: { for: Audience; word: string; other: Audience }[] = [
  { for: 'buyers', word: 'For buyers', other: 'sellers' },
  { for: 'sellers', word: 'For sellers', other: 'buyers' },
];

/** A product text as the rules split it, side by side; a click puts a sentence on the other side, and that is remembered. */
export function Sentences({ blank }: { blank: BlankView }) {
  const router = useRouter();
  const say = (text: string, isFor: Audience | null) =>
    void act(async () => {
      await api('POST', `/blanks/${blank.id}/sentences`, { text, for: isFor });
      router.refresh();
      return isFor ? `That sentence is for ${isFor} from now on.` : 'The rules decide about that sentence again.';
    });
  return (
    <div className="grid grid-cols-2 gap-4">
      {SIDES.map((side) => {
        const its = blank.document.sentences.filter((s) => s.for === side.for);
        return (
          <section key={side.for} aria-label={side.word} className={`p-3 ${side.for === 'buyers' ? 'bg-paper' : 'bg-paper2'}`}>
            <b className="mb-1 block">{side.word}</b>
            <ul className="grid gap-2">
              {its.length === 0 && <li className="text-soft">No sentence.</li>}
              {its.map((s) => (
                <li key={s.text} className="grid grid-cols-[1fr_24px] gap-1">
                  <span>
                    {s.text}
                    {s.by && (
                      <span className="block text-[11.5px] text-soft">
                        {s.by === 'hand' ? (
                          <button className="underline" onClick={() => say(s.text, null)}>
                            by hand; leave it to the rules
                          </button>
                        ) : (
                          `speaks of ${s.by}`
                        )}
                      </span>
                    )}
                  </span>
                  <IconButton label={`This is for ${side.other}: ${s.text}`} onClick={() => say(s.text, side.other)}>
                    {side.for === 'buyers' ? <ArrowRight size={14} /> : <ArrowLeft size={14} />}
                  </IconButton>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
