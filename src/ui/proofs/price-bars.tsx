import type { ProofView } from '@/api/views';
import { amount } from '../parts/format';

type Price = NonNullable<ProofView['fields']['prices']>['value'][number];

/** What goes and what stays of one price, line by line: paper-coloured bars, and a teal one for what the seller keeps. */
export function PriceBars({ price: p, detail = false }: { price: Price; detail?: boolean }) {
  const parts: [string, number][] = detail
    ? p.lines.map((l) => [l.label, l.amountMinor])
    : [
        ['Blank and print', p.costMinor],
        ['Postage', p.postageMinor],
        ['Outlet fees', p.feesMinor],
      ];
  const width = (minor: number) => `${Math.max(0, (minor / Math.max(1, p.priceMinor)) * 100)}%`;
  return (
    <div className="grid grid-cols-[auto_1fr_auto] items-center gap-x-2 gap-y-[3px] text-[12px]">
      {parts.map(([word, minor]) => (
        <div key={word} className="contents">
          <span>{word}</span>
          <i className="block h-[9px] bg-rule" style={{ width: width(minor) }} />
          <span className="text-right">{amount(minor)}</span>
        </div>
      ))}
      <b>You keep</b>
      <i className={`block h-[9px] ${p.keepMinor < 0 ? 'bg-spot' : 'bg-teal'}`} style={{ width: width(Math.abs(p.keepMinor)) }} />
      <b className="text-right">{amount(p.keepMinor)}</b>
    </div>
  );
}
