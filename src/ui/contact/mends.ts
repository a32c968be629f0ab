import type { MendAsked, MendedReport } from '@/api/shapes/pictures';
import type { Wrong } from '@/core/listing/mends';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { sayStep } from '../commands/steps';
import { count, during } from '../parts/format';

/** Which pictures a mend is for: some, or all that are made as one is. */
export type Whom =
  { pictures: { proof: string; at: number }[] } | { alike: { proof: string; at: number }; search: Record<string, string> };
export type MendWord = MendAsked['mend'];

const WHY: Record<keyof MendedReport['left'], string> = {
  'being made': 'being made just now',
  'being sent': 'being sent just now',
  'never drafted': 'made before pictures could be mended: draft them again first',
  'out of date': 'out of date: draft them again first',
  'no such picture': 'without such a picture',
  'makes no sense': 'where that makes no sense',
};
/** What a mend does or would do, in sentences. */
export function toldOf(m: MendedReport): string[] {
  const time = m.pictures && m.seconds !== null ? `, about ${during(Math.max(1, m.seconds))}` : '';
  const left = Object.entries(m.left) as [keyof MendedReport['left'], number][];
  return [
    m.pictures
      ? `${count(m.pictures, 'picture')} of ${count(m.proofs, 'proof')} to be made${time}.`
      : m.proofs
        ? `${count(m.proofs, 'proof')} changed; no picture has to be made.`
        : 'Nothing changes.',
    ...(m.passed ? [`${count(m.passed, 'proof')} passed before, and to be passed anew.`] : []),
    ...(m.listed ? [`${count(m.listed, 'proof')} at an outlet: the change is yours to send.`] : []),
    ...left.map(([why, n]) => `${thousands(n)} left as ${n === 1 ? 'it is' : 'they are'}, ${WHY[why]}.`),
  ];
}

export const askMend = (whom: Whom, mend: MendWord, preview: boolean): Promise<MendedReport> =>
  api<MendedReport>('POST', '/pictures/mend', { ...whom, mend, preview });

/** Says what was done, with the way back. */
export function tellMended(m: MendedReport): void {
  const says = toldOf(m).join(' ');
  const { undo } = m;
  if (!undo) return void act(() => Promise.resolve(says));
  sayStep(says, undo);
}

export const flag = (pictures: { proof: string; at: number }[], wrong: Wrong | null): Promise<boolean> =>
  act(async () => void (await api('POST', '/pictures/flag', { pictures, wrong })));
