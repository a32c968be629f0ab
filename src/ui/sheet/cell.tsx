import type { SheetCell } from '@/services/line/sheet';
import { amount, pictureAddress } from '../parts/format';
import { Mark } from '../parts/marks';

/** What a cell is, in words. */
export const said = (cell: SheetCell) =>
  cell === null
    ? 'could be drafted'
    : 'allowed' in cell
      ? 'could be drafted, allowed by hand'
      : 'why' in cell
        ? `cannot be: ${cell.why}`
        : cell.state;

/** A proof, an open place, or the reason why there cannot be one. */
export function Cell({ cell }: { cell: SheetCell }) {
  if (cell === null || 'allowed' in cell)
    return (
      <span
        title={cell ? 'allowed by hand' : undefined}
        className={`mx-auto mt-[17px] block h-10 w-[34px] border-[1.5px] border-dashed ${cell ? 'border-teal' : 'border-faint'}`}
      />
    );
  if ('why' in cell)
    return (
      <span
        className="grid h-full items-center px-2"
        title={cell.could ? `${cell.why}: K allows it here all the same` : cell.why}
      >
        <span className="w-fit bg-paper px-1.5 py-0.5 text-[11px] leading-tight text-soft">{cell.why}</span>
      </span>
    );
  return (
    <>
      {cell.small ? (
        <img
          src={pictureAddress(cell.small)}
          alt=""
          className="absolute top-[6px] left-[6px] h-[62px] w-[62px] object-cover"
          decoding="async"
          draggable={false}
        />
      ) : (
        <span className="absolute top-[6px] left-[6px] h-[62px] w-[62px] bg-rule2" />
      )}
      <span
        className="absolute top-[14px] left-[78px] text-[12px] leading-snug text-soft"
        title={cell.outOfDate ? 'made from a file that was replaced since' : (cell.problem ?? cell.state)}
      >
        <Mark state={cell.state} size={18} said={false} />
        {cell.priceMinor ? amount(cell.priceMinor) : ''}
        {cell.outOfDate && <span className="block bg-ochre-t px-1 text-[10.5px] text-ochre">old file</span>}
      </span>
    </>
  );
}
