import { same } from '../../core/docket/docket';
import { blankFault, type BlankDocument } from '../../core/stock/blank';
import { blankChanges } from '../../core/stock/changes';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/blanks';
import type { BlankRow } from '../../data/stockroom/blanks';
import { Trouble } from '../trouble';
import { daysMoved, noteChange } from './changes';

/** Blanks of one's own: what no print house's catalogue has. They are made and changed by hand, or from a document. */

/** What is of one's own, whatever a document says that came from elsewhere. */
function owned(document: BlankDocument): BlankDocument {
  const own: BlankDocument = { ...document, source: 'own' };
  const fault = blankFault(own);
  if (fault) throw new Trouble('not-valid', fault, 'document');
  return own;
}

async function ownBlank(tx: Tx, id: string): Promise<BlankRow> {
  const it = await data.blankById(tx, id);
  if (!it) throw new Trouble('not-found', 'There is no such blank.');
  if (it.document.source !== 'own')
    throw new Trouble('conflict', `${it.document.name} is ${it.document.house}’s: copy it, and change the copy.`);
  return it;
}

/** Makes a blank of one's own. Throws a Trouble when its id is taken. */
export const addBlank = (workspace: string, document: BlankDocument): Promise<BlankRow> =>
  inWorkspace(workspace, async (tx) => {
    const is = owned(document);
    if (await data.blankById(tx, is.id))
      throw new Trouble('conflict', `There is a blank called ${is.id} already.`, 'document.id');
    await data.putBlank(tx, is);
    await record(tx, {
      did: 'blank.made',
      about: 'blank',
      ids: [is.id],
      values: { name: is.name },
      undo: { kind: 'blank', id: is.id, was: null, is },
    });
    return (await data.blankById(tx, is.id))!;
  });

/** Changes a blank of one's own: a new version of it. `version` is the one that the change was made on. */
export const changeBlank = (workspace: string, id: string, version: number, document: BlankDocument): Promise<BlankRow> =>
  inWorkspace(workspace, async (tx) => {
    const before = await ownBlank(tx, id);
    if (before.version !== version)
      throw new Trouble(
        'conflict',
        `“${before.document.name}” was changed meanwhile. Look at it as it is now, and change it again.`,
        'version',
      );
    const is = { ...owned(document), id };
    if (same(before.document, is)) return before;
    await keep(tx, workspace, before, is);
    await record(tx, {
      did: 'blank.own-changed',
      about: 'blank',
      ids: [id],
      values: { name: is.name },
      undo: { kind: 'blank', id, was: before.document, is },
    });
    return (await data.blankById(tx, id))!;
  });

/** Takes a blank of one's own away, as long as nothing was made of it. */
export const removeBlank = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const { document: was } = await ownBlank(tx, id);
    const held = await whyHeld(tx, id);
    if (held) throw new Trouble('conflict', `${was.name} ${held}`);
    await data.removeBlank(tx, id);
    await record(tx, {
      did: 'blank.removed',
      about: 'blank',
      ids: [id],
      values: { name: was.name },
      undo: { kind: 'blank', id, was, is: null },
    });
  });

async function whyHeld(tx: Tx, id: string): Promise<string | null> {
  const { dockets, proofs } = await data.holdsBlank(tx, id);
  if (dockets.length) return `is in the docket ${dockets.join(', ')}: it cannot be taken away.`;
  return proofs ? 'has been made proofs of: it cannot be taken away.' : null;
}

/** Keeps another state of a blank of one's own; what ended by it is put down like what a print house ends. */
async function keep(tx: Tx, workspace: string, before: BlankRow, is: BlankDocument): Promise<void> {
  await data.putBlank(tx, is);
  if (blankChanges(before.document, is).some((c) => c.weight === 'ended')) await noteChange(tx, before, is, false);
  await daysMoved(tx, workspace, [is.id]);
}

/** Takes back what was done to a blank of one's own, or makes it again; the reason why it stays, or null when it was done. */
export async function putOwnBack(
  tx: Tx,
  workspace: string,
  id: string,
  from: BlankDocument | null,
  to: BlankDocument | null,
): Promise<string | null> {
  const now = await data.blankById(tx, id);
  if (!same(now?.document ?? null, from)) return 'The blank was changed since, and stays as it is.';
  if (to) {
    if (now) await keep(tx, workspace, now, to);
    else await data.putBlank(tx, to);
    return null;
  }
  const held = await whyHeld(tx, id);
  if (held) return `${from!.name} ${held}`;
  await data.removeBlank(tx, id);
  return null;
}
