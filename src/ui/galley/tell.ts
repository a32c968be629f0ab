import { toast } from 'sonner';
import type { CorrectionDoneView } from '@/api/shapes/galley';
import { sayStep } from '../commands/steps';

/** Says what came of a correction, with the way back. */
export const tell = (says: string, { undo, stayed }: CorrectionDoneView): void =>
  undo ? sayStep(says, undo) : void toast(Object.keys(stayed).length ? says : 'Nothing had to be changed.');
