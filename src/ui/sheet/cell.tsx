import type { SheetCell } from '@/services/line/sheet';
import { amount, pictureAddress } from '../parts/format';
import { Mark } from '../parts/marks';

/** What a cell is, in words. */
export const said = (cell: SheetCell) =>
  cell === null ? 'could be drafted' : 'why' in cell ? `cannot be: ${cell.why}` : cell.state;

/** A proof, an open place, or the reason why there cannot be one. */
export function Cell({ cell }: { cell: SheetCell }) {
  if (cell === null) return <span className="mx-auto mt-[17px] block h-10 w-[34px] border-[1.5px] border-dashed border-faint" />;
  if ('why' in cell)
    return (
      <span className="grid h-full items-center px-2">
        <span className="w-fit bg-paper px-1.5 py-0.5 text-[11px] leading-tight text-soft">{cell.why}</span>
      </span>
    );
  return (
    <div
      className="grid h-full grid-cols-[64px_1fr] items-center px-1.5"
      title={cell.outOfDate ? 'made from a file that was replaced since' : (cell.problem ?? undefined)}
    >
      {cell.small ? (
        <img
          src={pictureAddress(cell.small)}
          alt=""
          className="h-[62px] w-[62px] object-cover"
          decoding="async"
          draggable={false}
        />
      ) : (
        <span className="block h-[62px] w-[62px] bg-rule2" />
      )}
      <span className="pl-2 leading-snug">
        <Mark state={cell.state} size={18} />
        <span className="block text-[12px] text-soft">{cell.priceMinor ? amount(cell.priceMinor) : ''}</span>
        {cell.outOfDate && <span className="block bg-ochre-t px-1 text-[10.5px] text-ochre">old file</span>}
      </span>
    </div>
  );
}
