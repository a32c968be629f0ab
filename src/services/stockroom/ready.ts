import { kindOf } from '../../core/docket/kinds';
import {
  DOWNLOAD_KINDS,
  DOWNLOAD_PLAN,
  downloadAbout,
  downloadParts,
  downloadWord,
  type DownloadKind,
} from '../../core/downloads/starter';
import { sheetOf } from '../../core/downloads/sheets';
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
  /** Null: it sells files to download. */
  blankId: string | null;
  blank: string;
  house: string;
  colours: BlankDocument['colours'];
  area: BlankDocument['areas'][number];
  /** There is a docket for this blank already. */
  made: boolean;
}

/** For each of the commonest goods the blank with the widest choice, of those in a currency that outlets sell in where there are any. */
async function offered(tx: Tx): Promise<(Omit<ReadyDocket, 'name'> & { blankId: string; document: BlankDocument })[]> {
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
  inWorkspace(workspace, async (tx) => {
    const goods = (await offered(tx)).map(({ document: _, ...it }) => ({ ...it, name: called(it.kind) }));
    const nouns = (await data.listDockets(tx)).flatMap((d) => d.document.downloads?.noun.one ?? []);
    return [...goods, ...DOWNLOAD_KINDS.map((kind) => readyDownload(kind, nouns))];
  });

/** A docket that sells files, on the sheet that is printed most. */
function readyDownload(kind: DownloadKind, nouns: readonly string[]): ReadyDocket {
  const { one, many } = downloadWord(kind);
  const { widthMm, heightMm } = sheetOf('3:4').sizes.at(-1)!;
  return {
    kind,
    name: many,
    blankId: null,
    blank: downloadAbout(kind),
    house: 'files to download',
    colours: [{ name: 'Paper', hex: '#ffffff' }],
    area: { name: 'sheet', side: 'front', widthMm, heightMm, ppi: 300, mustBeFilled: kind === 'printable' },
    made: nouns.includes(one),
  };
}
const isDownload = (kind: string): kind is DownloadKind => DOWNLOAD_KINDS.some((k) => k === kind);

/** Makes dockets for these kinds of goods, all of them or none: with the starter plan, for all outlets. Returns their ids and names. */
export const makeReady = (workspace: string, kinds: readonly string[]): Promise<{ id: string; name: string }[]> =>
  inWorkspace(workspace, async (tx) => {
    const all = await offered(tx);
    const taken = (await data.listDockets(tx)).map((d) => d.name);
    const planOf = async ({ name, document }: typeof STARTER_PLAN) =>
      (await plansNamed(tx, name))[0] ?? (await addPlan(tx, name, document));
    const outlets = await listOutlets(tx);
    const made: { id: string; name: string }[] = [];
    for (const kind of kinds) {
      const files = isDownload(kind);
      const it = files ? null : all.find((r) => r.kind === kind);
      if (it === undefined)
        throw new Trouble('not-valid', `No docket is ready for “${kind}”: no print house offers it.`, 'kinds');
      const name = freeName(files ? downloadWord(kind).many : called(kind), taken);
      const begun = files ? downloadParts(kind, scenes()) : starterParts(it!.blankId, it!.document, scenes());
      const pricePlan = await planOf(files ? DOWNLOAD_PLAN : STARTER_PLAN);
      // files are offered where they are taken
      const at = outlets.filter((o) => !files || !o.rules || o.rules.downloads);
      const document = { ...begun, pricePlan, outlets: at.map((o) => ({ outlet: o.id })) };
      await checkDocket(tx, document);
      const id = await data.addDocket(tx, name, document);
      await record(tx, { did: 'docket.made', about: 'docket', ids: [id], values: { name } });
      taken.push(name);
      made.push({ id, name });
    }
    return made;
  });
