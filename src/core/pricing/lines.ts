import { Type, type Static } from '@sinclair/typebox';
import { shareOf } from '../money/money';
import { Amount, Exactly, Millionths, OneOf, Words } from '../schema/parts';

/** What an amount is for: costs of making and posting it, and what the outlet takes. */
export const LINE_KINDS = ['make', 'postage', 'sale', 'payment', 'listing', 'other'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/**
 * One line of a price: a share of what is charged and a fixed amount, held between a minimum and a cap. Costs and fees are the
 * same kind of thing, so that what becomes of a price is a list.
 */
export const PriceLine = Exactly(
  {
    label: Words(80, 'what it is called by whoever asks for it'),
    kind: OneOf(LINE_KINDS),
    base: OneOf(['charged', 'none'], 'what the share is taken of: what the buyer is charged'),
    share: Millionths,
    fixedMinor: Amount(),
    minimumMinor: Type.Optional(Amount()),
    capMinor: Type.Optional(Amount()),
  },
  { title: 'PriceLine' },
);
export type PriceLine = Static<typeof PriceLine>;

/** A line with what it comes to for one price. */
export interface LineAmount {
  label: string;
  kind: LineKind;
  amountMinor: number;
}

/** What a line comes to for a price. The share is rounded half up on its own, as outlets bill it. */
export function amountOf(line: PriceLine, chargedMinor: number): number {
  const plain = (line.base === 'charged' ? shareOf(chargedMinor, line.share) : 0) + line.fixedMinor;
  return Math.min(line.capMinor ?? Infinity, Math.max(line.minimumMinor ?? 0, plain));
}

/** A cost that does not depend on the price. */
export const fixedLine = (label: string, kind: LineKind, fixedMinor: number): PriceLine => ({
  label,
  kind,
  base: 'none',
  share: 0,
  fixedMinor,
});
