'use client';
import { useQuery } from '@tanstack/react-query';
import type { MendedReport } from '@/api/shapes/pictures';
import { sentenceOf } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { Failed } from '../parts/notice';
import { toldOf } from './mends';

/** What a mend would do, asked of the house again whenever it is another. */
export const useTold = (key: unknown, ask: () => Promise<MendedReport>) =>
  useQuery({ queryKey: ['mend', JSON.stringify(key)], queryFn: ask, gcTime: 0, meta: { tables: ['proof'] } });

/** Before many pictures are made otherwise: how many, how long, and what of them was passed or stands at an outlet. */
export function Confirm({
  title,
  asked,
  ask,
  go,
  close,
  children,
}: {
  title: string;
  /** What is asked, as it changes. */
  asked: unknown;
  ask: (preview: boolean) => Promise<MendedReport>;
  /** Told when it is done. */
  go: (done: MendedReport) => void;
  close: () => void;
  children?: React.ReactNode;
}) {
  const { data, error, refetch, isFetching } = useTold(asked, () => ask(true));
  const proofs = data?.proofs ?? 0;
  return (
    <Dialog
      open
      onClose={close}
      label={title}
      width={560}
      foot={
        <>
          <Button tone="quiet" onClick={close}>
            Leave it
          </Button>
          <Button
            tone="go"
            disabled={!proofs || isFetching}
            onClick={() => {
              close();
              void ask(false).then(go, () => void refetch());
            }}
          >
            {data?.pictures ? `Make ${data.pictures === 1 ? 'it' : 'them'} again` : 'Do it'}
          </Button>
        </>
      }
    >
      <h2 className="text-[19px]">{title}</h2>
      {children}
      <div className="mt-3 grid min-h-[44px] content-start gap-1" aria-live="polite">
        {error ? <Failed what="What this would do" why={sentenceOf(error)} again={() => void refetch()} /> : null}
        {data &&
          toldOf(data).map((line, i) => (
            <p key={line} className={i ? 'text-soft' : 'font-semibold'}>
              {line}
            </p>
          ))}
        {!data && !error && <div className="skeleton h-5 w-2/3 rounded-none" />}
      </div>
    </Dialog>
  );
}
