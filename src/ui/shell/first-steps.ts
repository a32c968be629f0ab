import type { Line } from '@/services/line/line';

/** One step of the way from an empty workspace to a first listing. */
export interface FirstStep {
  word: string;
  /** What it is for, in a sentence. */
  why: string;
  href: string;
  done: boolean;
}

/** The way to the first listing, in order, with how far one is. */
export function firstSteps({ stockroom, sheet, artwork, proofs, press, ledger }: Line): FirstStep[] {
  const passed = press.passed + press.sending + press.refused + ledger.listings > 0;
  return [
    {
      word: 'Connect an outlet',
      why: 'It says what it takes and what it costs: everything after is made to its rules.',
      href: '/stockroom',
      done: stockroom.outlets > 0,
    },
    {
      word: 'Make a docket',
      why: 'It says which blank, colours, pictures, wording and prices a kind of goods gets.',
      href: '/stockroom/dockets/new',
      done: sheet.dockets > 0,
    },
    {
      word: 'Bring in artwork',
      why: 'Drop a folder of designs, or choose files. Each is measured and read.',
      href: '/artwork',
      done: artwork.ready + artwork.arriving > 0,
    },
    {
      word: 'Draft proofs',
      why: 'On the sheet, select what each artwork is to become, and draft.',
      href: '/sheet',
      done: sheet.proofs > 0,
    },
    {
      word: 'Pass them',
      why: 'Look them over; what has problems says which, with a way out.',
      href: proofs.waiting > 0 ? '/proofs' : '/sheet',
      done: passed,
    },
    {
      word: 'Send them',
      why: 'The press says first what goes where, and then sends it.',
      href: '/press',
      done: ledger.listings > 0,
    },
  ];
}

/** The one step to do now; null when the first listing stands. */
export const nextStep = (line: Line): FirstStep | null =>
  line.ledger.listings > 0 ? null : (firstSteps(line).find((s) => !s.done) ?? null);
