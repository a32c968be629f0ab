/** How far something is, like paper running through a press; `bad` is the part that was refused. */
export function Progress({ label, done, total, bad = 0 }: { label: string; done: number; total: number; bad?: number }) {
  const share = (n: number) => (total > 0 ? Math.round((n / total) * 1000) / 10 : 0);
  return (
    <span className="grid min-w-[60px]">
      <progress className="progress col-start-1 row-start-1" aria-label={label} value={done + bad} max={Math.max(1, total)} />
      {bad > 0 && (
        <i
          aria-hidden
          className="relative z-[1] col-start-1 row-start-1 my-[3px] bg-spot"
          style={{ marginLeft: `calc(${share(done)}% + 1px)`, width: `calc(${share(bad)}% - 2px)` }}
        />
      )}
    </span>
  );
}
