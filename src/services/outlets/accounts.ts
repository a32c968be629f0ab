import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/outlets/outlets';
import type { OutletRow } from '../../data/outlets/outlets';
import { isOutletAddress, outletKinds } from '../stockroom/houses';
import { Trouble } from '../trouble';

/** The part of an account's id that is made from its name. */
const slugOf = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48) || 'outlet';

/** Adds an account at an outlet: another of a kind that is there already, or of a new one. It is connected afterwards. */
export const addOutlet = (workspace: string, o: { style: string; name?: string; baseUrl?: string }): Promise<OutletRow> =>
  inWorkspace(workspace, async (tx) => {
    const kind = outletKinds().find((k) => k.style === o.style);
    if (!kind) throw new Trouble('not-valid', `There is no kind of outlet called ${o.style}.`, 'style');
    const baseUrl = (o.baseUrl ?? kind.baseUrl).replace(/\/+$/, '');
    if (!isOutletAddress(baseUrl)) throw new Trouble('not-valid', 'There is no outlet at that address.', 'baseUrl');
    const all = await data.listOutlets(tx);
    const name = o.name?.trim() || kind.name;
    if (all.some((k) => k.name === name)) throw new Trouble('conflict', `There is an outlet called ${name} already.`, 'name');
    const slug = slugOf(name);
    let id = slug;
    for (let n = 2; all.some((k) => k.id === id); n++) id = `${slug}-${n}`;
    await data.putOutlet(tx, { id, name, style: o.style, baseUrl });
    await record(tx, { did: 'outlet.added', about: 'outlet', ids: [id], values: { name } });
    return (await data.outletById(tx, id))!;
  });

async function there(tx: Tx, id: string): Promise<OutletRow> {
  const it = await data.outletById(tx, id);
  if (!it) throw new Trouble('not-found', 'There is no such outlet.');
  return it;
}

export const renameOutlet = (workspace: string, id: string, name: string): Promise<OutletRow> =>
  inWorkspace(workspace, async (tx) => {
    const it = await there(tx, id);
    const plain = name.trim();
    if (!plain) throw new Trouble('not-valid', 'An outlet needs a name.', 'name');
    if ((await data.listOutlets(tx)).some((k) => k.id !== id && k.name === plain))
      throw new Trouble('conflict', `There is an outlet called ${plain} already.`, 'name');
    await data.nameOutlet(tx, id, plain);
    await record(tx, { did: 'outlet.renamed', about: 'outlet', ids: [id], values: { was: it.name, name: plain } });
    return there(tx, id);
  });

/** Takes away an account that nothing was made for. What stands at an outlet is never left behind unseen. */
export const removeOutlet = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const it = await there(tx, id);
    await data.forgetUnoffered(tx, id);
    if (!(await data.removeOutlet(tx, id)))
      throw new Trouble('conflict', `${it.name} is in use: a docket is offered there, or proofs and listings are of it.`);
    await record(tx, { did: 'outlet.removed', about: 'outlet', ids: [id], values: { name: it.name } });
  });
