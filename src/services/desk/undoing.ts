import { activityPhrase } from '../../core/desk/activity';
import type { ProofFields, ProofVariant } from '../../core/listing/proof';
import type { PricePlan } from '../../core/pricing/plan';
import { currentActor, isOwn } from '../../data/acting';
import { turned, type Before } from '../../data/artwork/keeping';
import { inWorkspace, type Tx } from '../../data/database';
import * as data from '../../data/desk/activity';
import type { About, ActivityRow, UndoRow } from '../../data/desk/activity';
import { planForUpdate, savePlan } from '../../data/stockroom/plans';
import { same } from '../../core/docket/docket';
import { putChoicesBack, type ChoicesUndo } from '../bench/choosing-by-hand';
import { putPlacementsBack, type PlacementsUndo } from '../bench/giving';
import { putWaiversBack, type WaiversUndo } from '../bench/waiving';
import { putBack } from '../artwork/changing';
import { putAllowedBack, type AllowedUndo } from '../line/allowing';
import { putShotsBack, type ShotsUndo } from '../line/mending';
import { putSitsBack, type SitsUndo } from '../line/nudging';
import { putProofBack } from '../line/proofs';
import { lookedAt, notLookedAt } from '../../data/stockroom/blank-changes';
import { putDocketsBack } from '../stockroom/changes';
import { putOwnBack } from '../stockroom/own-blanks';
import { backToRevision } from '../stockroom/dockets';
import type { Audience, BlankDocument } from '../../core/stock/blank';
import { putSentence } from '../stockroom/blanks';
import { putPhrasesBack } from '../words/editing';
import { putCorrectionBack } from '../words/correcting';
import { putWritingBack, type WritingUndo } from '../words/rewriting';
import { moveBack } from '../line/passing';
import { Trouble } from '../trouble';

export type { ActivityRow };

/** What was done, newest first. */
export const activity = (workspace: string, f: Parameters<typeof data.listActivity>[1]): Promise<ActivityRow[]> =>
  inWorkspace(workspace, (tx) => data.listActivity(tx, f));

/** What taking a step back did. */
export interface TakenBack {
  label: string;
  /** How many things it was about. */
  count: number;
  /** Of how many something was changed again since, and so stayed. */
  left: number;
  /** What stayed and why, for the person; empty when all was taken back. */
  sentence: string;
}

/**
 * Takes a step back, one's own last one unless one is named; with `again` makes again what was taken back. What has been changed since
 * stays, and is said. A partner's step is the partner's to take back.
 */
export const takeBack = (workspace: string, o: { id: string | null; again: boolean; about?: About }): Promise<TakenBack> =>
  inWorkspace(workspace, async (tx) => {
    const me = currentActor();
    const step = await data.undoStep(tx, o.id, me, o.about ?? null);
    if (!step)
      throw new Trouble(
        'not-found',
        o.id ? `That change is too old to be ${o.again ? 'made again' : 'undone'}.` : 'There is nothing to undo.',
      );
    if (step.who.by !== 'press' && !isOwn(step.who, me))
      throw new Trouble('conflict', `That was done by ${step.who.name ?? 'somebody else'}: it is theirs to take back.`);
    if (o.again !== (step.undoneAt !== null))
      throw new Trouble('conflict', o.again ? 'That was not undone.' : 'That was undone already.');
    await data.markUndone(tx, step.id, !o.again);
    const done = await carryBack(tx, workspace, step, o.again);
    return { label: activityPhrase(step), ...done };
  });

type Back = Omit<TakenBack, 'label'>;
const whole = (count: number): Back => ({ count, left: 0, sentence: '' });

async function carryBack(tx: Tx, workspace: string, step: UndoRow, again: boolean): Promise<Back> {
  const { undo } = step;
  switch (undo.kind) {
    case 'artworks': {
      const before = undo.before as Before;
      return putBack(tx, again ? turned(before) : before);
    }
    case 'proof': {
      type Words = { fields: ProofFields; variants: ProofVariant[] };
      const [was, is] = [undo.was as Words, undo.is as Words];
      const left = await putProofBack(tx, undo.id as string, again ? is : was, again ? was : is);
      return {
        count: 1,
        left: left.length ? 1 : 0,
        sentence: left.length ? `Changed since, and stays: ${left.join(', ')}.` : '',
      };
    }
    case 'pass': {
      const back = (undo.to === 'ready') !== again;
      const left = step.ids.length - (await moveBack(tx, workspace, step.ids, back ? 'ready' : 'passed'));
      return {
        count: step.ids.length,
        left,
        sentence: left
          ? `${left} ${left === 1 ? 'proof has' : 'proofs have'} gone further since, and ${left === 1 ? 'stays' : 'stay'}.`
          : '',
      };
    }
    case 'shots':
    case 'sits':
    case 'writing':
    case 'correction':
    case 'allowed':
    case 'choices':
    case 'placements':
    case 'waivers': {
      const { count, left } =
        undo.kind === 'correction'
          ? await putCorrectionBack(tx, workspace, undo.id as string, again)
          : undo.kind === 'writing'
            ? await putWritingBack(tx, workspace, undo as unknown as WritingUndo, again)
            : undo.kind === 'sits'
              ? await putSitsBack(tx, workspace, undo as unknown as SitsUndo, again)
              : undo.kind === 'shots'
                ? await putShotsBack(tx, workspace, undo as unknown as ShotsUndo, again)
                : undo.kind === 'allowed'
                  ? await putAllowedBack(tx, undo as unknown as AllowedUndo, again)
                  : undo.kind === 'choices'
                    ? await putChoicesBack(tx, undo as unknown as ChoicesUndo, again)
                    : undo.kind === 'waivers'
                      ? await putWaiversBack(tx, undo as unknown as WaiversUndo, again)
                      : await putPlacementsBack(tx, undo as unknown as PlacementsUndo, again);
      const sentence = `${left} ${left === 1 ? 'was' : 'were'} changed since, and ${left === 1 ? 'stays' : 'stay'}.`;
      return { count, left, sentence: left ? sentence : '' };
    }
    case 'docket': {
      const revision = undo.revision as number;
      await backToRevision(tx, step.ids[0]!, again ? revision + 1 : revision);
      return whole(1);
    }
    case 'dockets': {
      const { count, left } = await putDocketsBack(tx, undo.revisions as Record<string, number>, again);
      const sentence = `${left} ${left === 1 ? 'docket was' : 'dockets were'} changed since, and ${left === 1 ? 'stays' : 'stay'}.`;
      return { count, left, sentence: left ? sentence : '' };
    }
    case 'looked': {
      const changes = undo.changes as string[];
      const count = again ? (await lookedAt(tx, changes)).length : await notLookedAt(tx, changes);
      const left = changes.length - count;
      return {
        count: changes.length,
        left,
        sentence: left ? `${left} changed again since, and ${left === 1 ? 'is' : 'are'} on the list.` : '',
      };
    }
    case 'blank': {
      const [was, is] = [undo.was, undo.is] as (BlankDocument | null)[];
      const [from, to] = again ? [was!, is!] : [is!, was!];
      const stays = await putOwnBack(tx, workspace, undo.id as string, from, to);
      return stays ? { count: 1, left: 1, sentence: stays } : whole(1);
    }
    case 'phrases':
      return putPhrasesBack(tx, undo as unknown as Parameters<typeof putPhrasesBack>[1], again);
    case 'sentence': {
      const to = (again ? undo.is : undo.was) as Audience | null;
      return (await putSentence(tx, step.ids[0]!, undo.sentence as string, to))
        ? whole(1)
        : { count: 1, left: 1, sentence: 'That sentence does not stand in the blank’s text any more.' };
    }
    default:
      return planBack(tx, step, again);
  }
}

async function planBack(tx: Tx, step: UndoRow, again: boolean): Promise<Back> {
  type Plan = { name: string; document: PricePlan };
  const [was, is] = [step.undo.was as Plan, step.undo.is as Plan];
  const now = await planForUpdate(tx, step.ids[0]!);
  const [from, to] = again ? [was, is] : [is, was];
  if (!now || !same({ name: now.name, document: now.document }, from))
    return { count: 1, left: 1, sentence: 'The price plan was changed since, and stays as it is.' };
  await savePlan(tx, now.id, to.name, to.document);
  return whole(1);
}
