/** Something that a person should know: a sentence, and what can be done about it. */
export function Notice({
  tone = 'plain',
  children,
  action,
}: {
  tone?: 'plain' | 'good' | 'bad';
  children: React.ReactNode;
  action?: React.ReactNode;
}) {
  const looks = { plain: 'bg-paper2 text-ink', good: 'bg-teal-t text-ink', bad: 'bg-spot-t text-ink' }[tone];
  return (
    <div role={tone === 'bad' ? 'alert' : 'status'} className={`alert ${looks}`}>
      <span className="min-w-0 grow">{children}</span>
      {action}
    </div>
  );
}

/** A load that failed: what did, and a way to try again. */
export const Failed = ({ what, why, again }: { what: string; why: string; again: () => void }) => (
  <Notice
    tone="bad"
    action={
      <button className="btn btn-outline btn-sm" onClick={again}>
        Try again
      </button>
    }
  >
    <b>{what} could not be loaded.</b> {why}
  </Notice>
);
