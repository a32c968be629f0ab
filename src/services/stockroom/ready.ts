import { kindOf } from '../../core/docket/kinds';
import { COMMONEST, freeName } from '../../core/docket/ready';
import { STARTER_PLAN, starterParts } from '../../core/docket/starter';
import { plural } from '../../core/copy/plural';
import { currencyOf } from '../../core/outlet/rules';
import type { BlankDocument } from '../../core/stock/blank';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { listOutlets } from '../../data/outlets/outlets';
import { blanksByIds, widestOfKinds } from '../../data/stockroom/blanks';
import * as data from '../../data/stockroom/dockets';
import { addPlan, plansNamed } from '../../data/stockroom/plans';
import { Trouble } from '../trouble';
import { checkDocket } from './checking';
import { scenes } from './scenes';

/** A docket that can be made with one click. */
export interface ReadyDocket {
  kind: string;
  /** What the docket would be called. */
  name: string;
  blankId: string;
  blank: string;
  house: string;
  colours: BlankDocument['colours'];
  area: BlankDocument['areas'][number];
  /** There is a docket for this blank already. */
  made: boolean;
}

/** For each of the commonest goods the blank with the widest choice, of those in a currency that outlets sell in where there are any. */
async function offered(tx: Tx): Promise<(Omit<ReadyDocket, 'name'> & { document: BlankDocument })[]> {
  const currencies = (await listOutlets(tx)).flatMap((o) => (o.rules ? [currencyOf(o.rules)] : []));
  const ids = await widestOfKinds(tx, COMMONEST, currencies);
  const used = new Set((await data.listDockets(tx)).flatMap((d) => d.document.lines.map((l) => l.blank)));
  const blanks = await blanksByIds(tx, ids);
  return COMMONEST.flatMap((kind) => {
    const it = blanks.find((b) => b.document.kind === kind);
    if (!it) return [];
    const { document, id } = it;
    const { name, house, colours, areas } = document;
    return [{ kind, blankId: id, blank: name, house, colours, area: areas[0]!, made: used.has(id), document }];
  });
}
const called = (kind: string): string => kindOf(kind).many ?? plural(kindOf(kind).one);

/** The dockets that are ready to be made, the commonest goods first; kinds that no print house offers are left out. */
export const readyDockets = (workspace: string): Promise<ReadyDocket[]> =>
  inWorkspace(workspace, async (tx) => (await offered(tx)).map(({ document: _, ...it }) => ({ ...it, name: called(it.kind) })));

/** Makes dockets for these kinds of goods, all of them or none: with the starter plan, for all outlets. Returns their ids and names. */
export const makeReady = (workspace: string, kinds: readonly string[]): Promise<{ id: string; name: string }[]> =>
  inWorkspace(workspace, async (tx) => {
    const all = await offered(tx);
    const taken = (await data.listDockets(tx)).map((d) => d.name);
    const plan = (await plansNamed(tx, STARTER_PLAN.name))[0] ?? (await addPlan(tx, STARTER_PLAN.name, STARTER_PLAN.document));
    const outlets = (await listOutlets(tx)).map((o) => ({ outlet: o.id }));
    const made: { id: string; name: string }[] = [];
    for (const kind of kinds) {
      const it = all.find((r) => r.kind === kind);
      if (!it) throw new Trouble('not-valid', `No docket is ready for “${kind}”: no print house offers it.`, 'kinds');
      const name = freeName(called(kind), taken);
      const document = { ...starterParts(it.blankId, it.document, scenes()), pricePlan: plan, outlets };
      await checkDocket(tx, document);
      const id = await data.addDocket(tx, name, document);
      await record(tx, { did: 'docket.made', about: 'docket', ids: [id], values: { name } });
      taken.push(name);
      made.push({ id, name });
    }
    return made;
  });
