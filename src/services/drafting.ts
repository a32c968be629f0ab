import { fill, fillTags, type WordingSubject } from '../core/copy/wording';
import { place, type Placed } from '../core/placement/place';
import { chooseColours, shotColour, type ColourChoice } from '../core/planning/colours';
import type { BlankSpec } from '../core/planning/docket';
import { solvePrice, type PriceBreakdown } from '../core/pricing/prices';
import { checkAgainst, type OutletRules, type Problem } from '../core/rules/rules';
import { inWorkspace } from '../data/database';
import * as artworks from '../data/artworks';
import type { ArtworkRow } from '../data/artworks';
import * as runs from '../data/runs';
import type { ProofFields, ProofPicture, ProofRow } from '../data/runs';
import * as stock from '../data/stockroom';
import type { DocketRow, OutletRow } from '../data/stockroom';
import { derivedName } from '../files/store';
import { workingName } from './artworks';
import { sceneById } from './scenes';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 2;

/** One mockup to render. */
export interface PictureOrder {
  /** The working copy that is printed: the artwork's own, or that of its twin. */
  working: string;
  file: string;
  small: string;
  scene: string;
  area: string;
  colour: string;
  colourName: string;
  placed: Placed;
}

/** Proofs of one artwork that wait to be drafted, with the pictures they need (each once). */
export interface DraftPlan {
  artwork: ArtworkRow;
  /** SHA-256 of every file that the pictures are made from. */
  madeFrom: string[];
  pictures: PictureOrder[];
  proofs: { proof: ProofRow; prepared: Prepared }[];
}

interface Prepared {
  fields: ProofFields;
  colours: ColourChoice['offered'];
  pictures: PictureOrder[];
  problems: Problem[];
  rules: OutletRules;
  outletName: string;
}

/** Plans the drafting of an artwork's waiting proofs in a run; null when the run was stopped or paused, or nothing waits. */
export function planDrafts(workspace: string, runId: string, artworkId: string): Promise<DraftPlan | null> {
  return inWorkspace(workspace, async (tx) => {
    const run = await runs.runById(tx, runId);
    const artwork = await artworks.artworkById(tx, artworkId);
    if (run?.state !== 'going' || !artwork) return null; // resuming a paused run queues it again
    const waiting = await runs.draftingProofs(tx, runId, artworkId);
    if (!waiting.length) return null;
    const twins = (artwork.motifId ? await artworks.artworksOfMotif(tx, artwork.motifId) : []).filter((t) => t.id !== artwork.id);
    const [dockets, outlets, blanks] = [await stock.listDockets(tx), await stock.listOutlets(tx), await stock.listBlanks(tx)];
    const proofs = waiting.map((proof) => {
      const docket = dockets.find((d) => d.id === proof.docketId)!;
      const blank = blanks.find((b) => b.id === docket.blankId)!;
      return {
        proof,
        prepared: prepare(
          artwork,
          docket,
          blank,
          outlets.find((o) => o.id === proof.outletId)!,
          proof.fields,
          twins,
        ),
      };
    });
    const pictures = [...new Map(proofs.flatMap((p) => p.prepared.pictures).map((o) => [o.file, o])).values()];
    return { artwork, madeFrom: [artwork, ...twins].map((a) => a.sha256), pictures, proofs };
  });
}

/**
 * Works one proof out: placement, colours, wording, prices, pictures to make, and what is wrong with it. `twins` are
 * the other artworks of its motif: each cloth takes the one that reads best on it.
 */
export function prepare(
  artwork: ArtworkRow,
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  kept: Partial<ProofFields>,
  twins: ArtworkRow[] = [],
): Prepared {
  const { spec } = docket;
  const rules = outlet.rules!;
  const problems: Problem[] = [];
  const area = blank.areas.find((a) => a.name === spec.area)!;
  const placedOf = (a: ArtworkRow) =>
    place({ widthPx: a.widthPx!, heightPx: a.heightPx!, trim: a.measured!.trim }, area, spec.placement);
  const placed = placedOf(artwork);
  const motif = [artwork, ...twins.filter((t) => t.measured)];
  if (placed.ppi < spec.accepts.minPpi)
    problems.push({
      code: 'too-coarse',
      field: 'artwork',
      stops: true,
      sentence: `At ${Math.round(placed.widthMm)} mm wide this prints at ${Math.round(placed.ppi)} px/in; the docket asks for ${spec.accepts.minPpi}. Bring in a larger file, or print it smaller.`,
    });
  if (placed.cutShare > 0.02 && spec.placement.mode === 'fit')
    problems.push({
      code: 'cut-off',
      field: 'artwork',
      stops: true,
      sentence: `${Math.round(placed.cutShare * 100)}% of the motif lies outside the print area and would be cut off.`,
    });

  const dyes = spec.colours.map((name) => blank.colours.find((c) => c.name === name)!).filter(Boolean);
  const choice =
    blank.colours.length > 1
      ? chooseColours(
          motif.map((a) => a.measured!.inks),
          dyes,
        )
      : {
          offered: dyes.map((d) => ({ ...d, legibility: 1, print: 0 })),
          leftOut: [],
          featured: dyes[0]!.name,
          unreadable: false,
        };
  if (choice.unreadable)
    problems.push({
      code: 'unreadable',
      field: 'artwork',
      stops: true,
      sentence: `The artwork cannot be read well on any of this docket’s ${dyes.length} colours; ${choice.featured} is the best of them.`,
    });
  else if (choice.leftOut.length)
    problems.push({
      code: 'colours-left-out',
      field: 'artwork',
      stops: false,
      sentence: `Left out, hard to read: ${choice.leftOut.map((c) => `${c.name} (${Math.round(c.legibility * 100)}%)`).join(', ')}.`,
    });

  const used = [...new Set(choice.offered.map((c) => c.print))].sort((a, b) => a - b);
  if (used.some((i) => i > 0))
    problems.push({
      code: 'twins',
      field: 'artwork',
      stops: false,
      sentence:
        used
          .map(
            (i) =>
              `“${motif[i]!.name}” on ${choice.offered
                .filter((c) => c.print === i)
                .map((c) => c.name)
                .join(', ')}`,
          )
          .join('; ') + '.',
    });

  const subject = wordingSubject(artwork, docket, blank, outlet, choice);
  const fromPattern = (field: 'title' | 'description', pattern: string) => {
    if (kept[field]?.from === 'hand') return kept[field];
    const filled = fill(pattern, subject);
    if (!filled.ok) problems.push({ code: 'wording-missing', field, stops: true, sentence: filled.sentence });
    return { value: filled.ok ? filled.text : '', from: 'pattern' as const };
  };
  const title = fromPattern('title', spec.wording.title);
  const description = fromPattern('description', spec.wording.description);
  let tags = kept.tags;
  if (tags?.from !== 'hand') {
    const made = fillTags(spec.wording.tags, artwork.keywords, subject, rules.tags);
    tags = { value: made.tags, from: 'pattern' };
    for (const sentence of made.sentences)
      if (!problems.some((p) => p.sentence === sentence))
        problems.push({ code: 'wording-missing', field: 'tags', stops: true, sentence });
  }
  const prices =
    kept.prices?.from === 'hand' ? kept.prices : { value: planPrices(blank, docket, rules), from: 'pattern' as const };

  const pictures = spec.shots.flatMap((shot) => {
    const colour = shotColour(choice, shot.colour);
    const print = motif[colour.print]!;
    return order(print, shot.scene, spec.area, colour, print === artwork ? placed : placedOf(print));
  });
  const fields = { title, description, tags, prices };
  problems.push(
    ...ruleProblems(fields, rules, outlet.name, pictures.length, spec.shots.length).filter(
      (p) => !problems.some((q) => q.field === p.field && q.stops),
    ),
  );
  return { fields, colours: choice.offered, pictures, problems, rules, outletName: outlet.name };
}

function planPrices(blank: BlankSpec, docket: DocketRow, rules: OutletRules): PriceBreakdown[] {
  const found = docket.spec.sizes.map((name) => {
    const size = blank.sizes.find((s) => s.name === name);
    return size ? solvePrice(size.name, size.costMinor, blank.postageMinor, rules.fees, docket.spec.pricePlan) : null;
  });
  return found.every((p) => p !== null) ? found : [];
}

function wordingSubject(
  artwork: ArtworkRow,
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  choice: ColourChoice,
): WordingSubject {
  return {
    artwork: { name: artwork.name, subject: artwork.subject, keywords: artwork.keywords.join(', ') },
    product: {
      noun: docket.spec.noun,
      name: blank.name,
      text: blank.text,
      care: blank.care,
      sizes: docket.spec.sizes.join(', '),
      colours: choice.offered.map((c) => c.name).join(', '),
    },
    outlet: { name: outlet.name },
  };
}

function order(
  artwork: ArtworkRow,
  sceneId: string,
  area: string,
  colour: { name: string; hex: string },
  placed: Placed,
): PictureOrder[] {
  const scene = sceneById(sceneId);
  const room = scene?.areas.find((a) => a.name === area);
  if (!scene || !room) return [];
  const inputs = [
    COMPOSITOR_VERSION,
    scene.id,
    scene.size,
    room.name,
    colour.hex,
    artwork.sha256,
    [placed.xMm, placed.yMm, placed.widthMm, placed.heightMm].map((v) => Math.round(v * 100)),
  ];
  return [
    {
      working: workingName(artwork.sha256),
      file: derivedName(inputs, '.jpg'),
      small: derivedName(inputs, '.webp'),
      scene: scene.id,
      area,
      colour: colour.hex,
      colourName: colour.name,
      placed,
    },
  ];
}

function ruleProblems(
  fields: ProofFields,
  rules: OutletRules,
  outletName: string,
  pictures: number,
  wantedPictures: number,
): Problem[] {
  return checkAgainst(rules, outletName, {
    title: fields.title.value,
    description: fields.description.value,
    tags: fields.tags.value,
    prices: fields.prices.value,
    pictures,
    wantedPictures,
  });
}

/** Writes drafted proofs. `made` says which pictures could be rendered. */
export async function finishDrafts(workspace: string, plan: DraftPlan, made: Set<string>): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const { proof, prepared } of plan.proofs) {
      const pictures: ProofPicture[] = prepared.pictures.map((o) => ({
        scene: o.scene,
        colour: o.colourName,
        file: made.has(o.file) ? o.file : null,
        small: made.has(o.file) ? o.small : null,
      }));
      const lost = pictures.filter((p) => !p.file).length;
      const problems = lost
        ? [
            ...prepared.problems,
            {
              code: 'pictures-missing',
              field: 'pictures' as const,
              stops: true,
              sentence: `${lost} of ${pictures.length} pictures could not be made. Draft it again.`,
            },
          ]
        : prepared.problems;
      await runs.finishDraft(tx, proof.id, {
        fields: prepared.fields,
        colours: prepared.colours,
        pictures,
        problems,
        madeFrom: plan.madeFrom,
        draft: proof.draft,
        state: problems.some((p) => p.stops) ? 'held' : 'ready',
      });
    }
  });
}

/** After a hand changed fields: which of the outlet's rules are broken now. Problems of the artwork itself stay. */
export function recheck(proof: ProofRow, fields: ProofFields, rules: OutletRules): Problem[] {
  const stay = proof.problems.filter((p) => p.field === 'artwork' || p.field === 'pictures');
  return [...stay, ...ruleProblems(fields, rules, proof.outlet, proof.pictures.length, proof.pictures.length)];
}
