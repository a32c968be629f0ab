import { fillsSheet } from '@/core/artwork/measure/measure';
import { thousands } from '@/core/thousands';
import { toDecimal } from '@/core/money/money';

/** `3199` as `31.99`: the currency stands in the column's heading. */
export const amount = (minor: number, currency = 'USD'): string => toDecimal({ minor, currency });

export const count = (n: number, one: string, many = `${one}s`): string => `${thousands(n)} ${n === 1 ? one : many}`;

/** A time as people say it. */
export const during = (seconds: number): string =>
  seconds < 90 ? `${seconds} s` : seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds / 360) / 10} h`;

export const pictureAddress = (name: string | null): string | undefined => (name ? `/api/v1/pictures/${name}` : undefined);

/** A ground that shows artwork well: cloth of the other tone, and bare paper for pictures that fill their sheet. */
export const groundFor = (measured: { lightness: number; clearShare: number } | null | undefined): string =>
  !measured || fillsSheet(measured) ? 'bg-paper2' : measured.lightness > 0.62 ? 'bg-[#33302d]' : 'bg-[#efe6d4]';

export const bytes = (n: number): string => (n > 1e6 ? `${(n / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(n / 1e3))} kB`);

/** Visits as a person reads them: few with a decimal, many without. */
export const visits = (worth: number): string => (worth >= 10 ? thousands(Math.round(worth)) : worth.toFixed(1));
