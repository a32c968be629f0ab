import type { ProofLineReport } from '@/services/line/proof-windows';
import { pictureAddress } from '../parts/format';
import { Mark } from '../parts/marks';
import { Picture } from '../parts/picture';

/** A proof as a line of the list. */
export function ProofRow({ proof: p, on, open }: { proof: ProofLineReport; on: boolean; open: () => void }) {
  return (
    <button
      onClick={open}
      aria-current={on}
      className={`grid h-full w-full grid-cols-[64px_1fr_auto] items-center gap-2 border-b border-rule2 px-2.5 text-left ${on ? 'bg-teal-t' : 'hover:bg-paper2'}`}
    >
      <Picture src={pictureAddress(p.small)} alt="" className="h-14 w-14" />
      <span className="min-w-0 leading-tight">
        <b className="block truncate font-semibold">{p.artwork}</b>
        <span className="block truncate text-[11.5px] text-soft">
          {p.outlet} · {p.docket}
        </span>
        {p.outOfDate && <span className="mr-1.5 bg-ochre-t px-1 text-[11px] text-ochre">out of date</span>}
        {p.stands && p.changed.length > 0 && <span className="mr-1.5 bg-teal-t px-1 text-[11px] text-teal">stands, changed</span>}
        {p.problem && <span className="block truncate text-[11.5px] text-ochre">{p.problem}</span>}
      </span>
      <Mark state={p.state} />
    </button>
  );
}
