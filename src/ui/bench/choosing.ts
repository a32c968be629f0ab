import type { ChosenPart } from '@/core/docket/docket';
import type { GivenView } from '@/api/shapes/bench';
import { act, api } from '../api';
import { sayStep } from '../commands/steps';
import { count } from '../parts/format';
import type { AreaOf, Placed } from './store';

/** Chooses colours or finishes for artworks by hand; null leaves them to the docket again. */
export type Choose = (part: ChosenPart, names: string[] | null) => void;

/** Such choices for some artworks, told to the history of this window. */
export const choosing =
  ({ docket, line }: AreaOf, store: Placed, artworks: readonly string[]): Choose =>
  (part, names) =>
    void act(async () => {
      const { changed, undo } = await api<GivenView>('PUT', `/dockets/${docket}/choices`, { line, part, artworks, names });
      await store.again(artworks);
      if (!undo) return;
      const whom = count(changed, 'artwork');
      const says = names ? `${part === 'colours' ? 'Colours' : 'Finishes'} of ${whom} chosen by hand.` : `${whom} left to the docket’s rule again.`; // prettier-ignore
      sayStep(says, undo, () => store.again(artworks));
    });
