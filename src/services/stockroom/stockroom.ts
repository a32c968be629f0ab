import { patternFault } from '../../core/copy/wording';
import type { BlankSpec, DocketSpec } from '../../core/planning/docket';
import * as data from '../../data/stockroom/stockroom';
import type { DocketRow } from '../../data/stockroom/stockroom';
import { inWorkspace } from '../../data/database';
import { sceneById } from './scenes';
import { Trouble } from '../trouble';

export type { DocketRow };

export const blanks = (workspace: string): Promise<BlankSpec[]> => inWorkspace(workspace, data.listBlanks);
export const dockets = (workspace: string): Promise<DocketRow[]> => inWorkspace(workspace, data.listDockets);

export async function docket(workspace: string, id: string): Promise<DocketRow> {
  const found = await inWorkspace(workspace, (tx) => data.docketById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such docket.');
  return found;
}

/** Holds a docket's spec against its blank and its own patterns. Throws a Trouble with the first fault. */
export async function checkDocket(workspace: string, blankId: string, spec: DocketSpec): Promise<DocketSpec> {
  const blank = (await blanks(workspace)).find((b) => b.id === blankId);
  if (!blank) throw new Trouble('not-valid', 'That blank is not in the stockroom.', 'blankId');
  const unknown = (kind: string, wanted: string[], there: string[]) => {
    const missing = wanted.filter((w) => !there.includes(w));
    if (missing.length) throw new Trouble('not-valid', `${blank.name} has no ${kind} ${missing.join(', ')}.`, kind);
  };
  unknown(
    'colour',
    spec.colours,
    blank.colours.map((c) => c.name),
  );
  unknown(
    'size',
    spec.sizes,
    blank.sizes.map((s) => s.name),
  );
  unknown(
    'print area',
    [spec.area],
    blank.areas.map((a) => a.name),
  );
  for (const shot of spec.shots)
    if (!sceneById(shot.scene)?.areas.some((a) => a.name === spec.area))
      throw new Trouble('not-valid', `The scene ${shot.scene} does not show the print area ${spec.area}.`, 'shots');
  const { title, description, tags } = spec.wording;
  const patterns = [['title', title], ['description', description], ...tags.map((t) => ['tags', t])] as [string, string][];
  for (const [field, pattern] of patterns) {
    const fault = patternFault(pattern);
    if (fault) throw new Trouble('not-valid', fault, `wording.${field}`);
  }
  return spec;
}

/** Saves a docket after checking it. Returns it as saved. */
export async function saveDocket(
  workspace: string,
  input: { id: string | null; name: string; blankId: string; spec: DocketSpec },
): Promise<DocketRow> {
  if (!input.name.trim()) throw new Trouble('not-valid', 'A docket needs a name.', 'name');
  await checkDocket(workspace, input.blankId, input.spec);
  const id = await inWorkspace(workspace, (tx) => data.putDocket(tx, { ...input, name: input.name.trim() })).catch(
    (e: { code?: string }) => {
      if (e.code === '23505') throw new Trouble('conflict', `There is a docket called ${input.name} already.`, 'name');
      throw e;
    },
  );
  if (!id) throw new Trouble('not-found', 'There is no such docket.');
  return docket(workspace, id);
}

interface Catalogue {
  house: string;
  blanks: {
    id: string;
    name: string;
    kind: string;
    currency: string;
    colours: { name: string; hex: string }[];
    sizes: { name: string; cost_cents: number; areas?: { name: string; width_mm: number; height_mm: number }[] }[];
    postage_cents: number;
    production_days: number;
    areas: { name: string; width_mm: number; height_mm: number; ppi: number }[];
    text_for_buyers: string;
    care: string;
  }[];
}

/** Fetches a print house's catalogue over HTTP and keeps its blanks. Words meant for sellers are left behind. */
export async function fetchCatalogue(workspace: string, url: string): Promise<BlankSpec[]> {
  let catalogue: Catalogue;
  try {
    const answer = await fetch(url, { signal: AbortSignal.timeout(15_000) });
    if (!answer.ok) throw new Error(String(answer.status));
    catalogue = (await answer.json()) as Catalogue;
  } catch {
    throw new Trouble('outlet-trouble', 'The print house did not send its catalogue. What is in the stockroom stays as it is.');
  }
  const specs = catalogue.blanks.map((b): BlankSpec => ({
    id: b.id,
    name: b.name,
    kind: b.kind,
    printHouse: catalogue.house,
    currency: b.currency,
    colours: b.colours,
    sizes: b.sizes.map((s) => ({
      name: s.name,
      costMinor: s.cost_cents,
      ...(s.areas && {
        areas: Object.fromEntries(s.areas.map((a) => [a.name, { widthMm: a.width_mm, heightMm: a.height_mm }])),
      }),
    })),
    postageMinor: b.postage_cents,
    productionDays: b.production_days,
    areas: b.areas.map((a) => ({ name: a.name, widthMm: a.width_mm, heightMm: a.height_mm, resolutionPpi: a.ppi })),
    text: b.text_for_buyers,
    care: b.care,
  }));
  await inWorkspace(workspace, async (tx) => {
    for (const spec of specs) await data.putBlank(tx, spec);
  });
  return specs;
}
