import { noteSentence, refusalSentence } from '@/core/artwork/refusals';
import { answerSentence } from '@/core/outlet/answers';
import { fillsSheet, lostShare } from '@/core/artwork/measure/measure';
import type { Rgb } from '@/core/colour/colour';
import { activityPhrase } from '@/core/desk/activity';
import { whyPhrase } from '@/core/docket/accepts';
import { linksOf } from '@/core/listing/compare';
import { currencyOf, settled, type RulesDocument } from '@/core/outlet/rules';
import { buyersText, homePostage } from '@/core/stock/blank';
import type { ArtworkRow } from '@/services/artwork/artworks';
import { miniName, thumbName, workingName } from '@/services/artwork/raster-names';
import { saidText } from '@/services/artwork/understanding';
import type { ActivityRow } from '@/services/desk/undoing';
import type { ListingInFull, ListingRow } from '@/services/line/line';
import type { RunReport } from '@/services/line/runs';
import { howToConnect } from '@/services/outlets/connecting';
import type { OutletRow } from '@/services/outlets/outlets';
import type { BlankRow } from '@/services/stockroom/blanks';
import type { Caller } from '@/services/people/access';
import { isOwn } from '@/services/people/actor';
import type { ArtworkView, CardView } from './shapes/artwork';
import type { ActivityView, ListingView, ListingWindowView, PreflightView, ProofView } from './shapes/line';
import type { BlankView, OutletView } from './shapes/stockroom';
import { mini, picture } from './views/picture';

export type RunView = ReturnType<typeof runView>;
export type {
  ActivityView,
  ArtworkView,
  BlankView,
  CardView,
  ListingView,
  ListingWindowView,
  OutletView,
  PreflightView,
  ProofView,
};
export { previewView, proofView, triedView } from './views/proof';
export { frameView } from './views/frame';

/** The grounds that artwork is looked at on when each may have its own. */
const DARK: Rgb = [51, 48, 45];
const LIGHT: Rgb = [239, 230, 212];

/** Which ground shows an artwork best: the one on which less ink is lost, or none for a picture that fills its sheet. */
const suits = (m: ArtworkRow['measured']): 'dark' | 'light' | 'bare' =>
  !m || fillsSheet(m) ? 'bare' : lostShare(m.inks, DARK) <= lostShare(m.inks, LIGHT) ? 'dark' : 'light';

/** An artwork with what holds: what was measured and read, unless a hand says otherwise. */
export const artworkView =
  (workspace: string) =>
  ({ sha256, ...a }: ArtworkRow): ArtworkView => ({
    ...a,
    problem: a.problem && refusalSentence(a.problem),
    measured: a.measured && { ...a.measured, notes: a.measured.notes.map(noteSentence) },
    tone: a.byHand.tone ?? a.measured?.tone ?? null,
    picture: a.byHand.picture ?? a.measured?.picture.kind ?? null,
    repeat: a.byHand.repeat ?? a.measured?.repeat.kind ?? null,
    words: saidText(a),
    suits: suits(a.measured),
    mini: a.state === 'ready' ? picture(workspace, miniName(sha256)) : null,
    thumb: a.state === 'ready' ? picture(workspace, thumbName(sha256)) : null,
    large: a.state === 'ready' ? picture(workspace, workingName(sha256)) : null,
    original: `/api/v1/artworks/${a.id}/original`,
  });

const stepOf = (l: Pick<ListingRow, 'drift' | 'changed'>): ListingView['step'] =>
  l.drift.length ? 'drifted' : l.changed.length ? 'stale' : 'in step';

export const listingView =
  (workspace: string) =>
  ({ small, ...l }: ListingRow): ListingView => ({
    ...l,
    step: stepOf(l),
    small: mini(workspace, small),
    notRead: l.notRead && answerSentence(l.notRead),
  });

/** One listing with its three sides, and everything that was ordered for it. */
export const listingInFullView =
  (workspace: string) =>
  ({ listing, sent, there, orders }: ListingInFull) => ({
    ...listingView(workspace)(listing),
    sent,
    there,
    links: sent && there ? linksOf(sent, there) : [],
    orders: orders.map((o) => ({
      ...{ id: o.id, kind: o.kind, fields: o.fields, goal: o.goal, state: o.state, tries: o.tries },
      sentence: o.problem && answerSentence(o.problem),
      createdAt: o.createdAt,
      finishedAt: o.finishedAt,
      askedBy: nameOf(o.askedBy),
    })),
  });

export const runView = (r: RunReport) => ({
  ...r,
  leftOut: r.leftOut.map((l) => ({ artwork: l.artwork, docket: l.docket, outlet: l.outlet, code: l.code, why: whyPhrase(l) })),
});

const feeOf = (rules: RulesDocument, kind: string) => rules.fees.find((f) => f.kind === kind);

/** Rules in the words that programs have known from the beginning. */
const rulesView = (r: RulesDocument): NonNullable<OutletView['rules']> => ({
  version: r.edition,
  currency: currencyOf(r),
  title: { maxLength: r.texts.title?.limit ?? 0 },
  description: {
    maxLength: r.texts.description?.limit ?? 0,
    format: r.texts.description?.format === 'html' ? 'html' : 'text',
  },
  tags: r.tags ?? { max: 0, minLength: 0, maxLength: 0 },
  pictures: r.pictures,
  variants: r.variants,
  fees: {
    transactionShare: feeOf(r, 'sale')?.share ?? 0,
    paymentShare: feeOf(r, 'payment')?.share ?? 0,
    paymentFixedMinor: feeOf(r, 'payment')?.fixedMinor ?? 0,
    listingMinor: feeOf(r, 'listing')?.fixedMinor ?? 0,
  },
  listingSchema: r.listingSchema,
});

/** An outlet without its secret, with how it is connected. */
export const outletView = (o: OutletRow): OutletView => ({
  id: o.id,
  name: o.name,
  style: o.style,
  baseUrl: o.baseUrl,
  connected: o.connected,
  connecting: howToConnect(o),
  rules: o.rules && rulesView(o.rules),
  rulesDocument: o.rules,
  rulesVersion: o.rulesVersion,
  rulesAt: o.rulesAt,
  settingsOffer: o.settingsOffer,
  settings: settled(o.settingsOffer, o.settings),
  hold: o.hold && { until: o.hold.until, why: answerSentence(o.hold.why) },
});

export const blankView = ({ document: b, version, goneAt }: BlankRow): BlankView => ({
  id: b.id,
  name: b.name,
  kind: b.kind,
  printHouse: b.house,
  currency: b.currency,
  colours: b.colours.map(({ name, hex }) => ({ name, hex })),
  sizes: b.sizes.map(({ name }) => {
    const own = b.areas.flatMap((a) => {
      const on = a.bySize?.[name];
      return on ? [[a.name, { widthMm: on.widthMm, heightMm: on.heightMm }] as const] : [];
    });
    // what one costs that is nothing out of the ordinary
    const plain = b.variants.filter((v) => !v.colours && !v.finishes);
    const cost = (plain.length ? plain : b.variants).findLast((v) => !v.sizes || v.sizes.includes(name));
    return { name, costMinor: cost?.costMinor ?? 0, ...(own.length && { areas: Object.fromEntries(own) }) };
  }),
  postageMinor: homePostage(b),
  productionDays: b.productionDays,
  areas: b.areas.map((a) => ({ name: a.name, widthMm: a.widthMm, heightMm: a.heightMm, resolutionPpi: a.ppi })),
  text: buyersText(b),
  care: b.care,
  version,
  document: b,
  goneAt,
});

const NAMES: Record<string, string> = {
  press: 'the press',
  demo: 'a guest of the demo',
  token: 'a program',
  account: 'somebody',
};
const nameOf = (who: ActivityRow['who']): string => who.name ?? NAMES[who.by] ?? 'somebody';

export const activityView =
  (caller: Caller) =>
  (a: ActivityRow): ActivityView => {
    const own = isOwn(a.who, caller);
    return {
      id: a.id,
      seq: a.seq,
      at: a.at,
      who: nameOf(a.who),
      own,
      did: a.did,
      sentence: activityPhrase(a),
      about: a.about,
      undone: a.undoneAt !== null,
      undoable: a.undoable && (own || a.who.by === 'press'),
    };
  };

/** The little that a contact sheet needs of each artwork, so that thousands can be looked through quickly. */
export const cardView =
  (workspace: string) =>
  (row: ArtworkRow): CardView => {
    const a = artworkView(workspace)(row);
    return {
      id: a.id,
      name: a.name,
      fileName: a.fileName,
      state: a.state,
      drawer: a.drawer,
      subject: a.subject,
      audience: a.audience,
      occasion: a.occasion,
      marks: a.marks,
      keywords: a.keywords,
      words: a.words,
      read: a.said !== null,
      tone: a.tone,
      picture: a.picture,
      repeat: a.repeat,
      format: a.format,
      widthPx: a.widthPx,
      heightPx: a.heightPx,
      inches: a.measured && a.widthPx ? (a.widthPx * a.measured.trim.width) / 300 : null,
      edges: a.measured?.edges.kind ?? null,
      specks: a.measured?.specks.count ?? 0,
      suits: a.suits,
      linked: a.motifId !== null,
      version: a.version,
      mini: a.mini,
      thumb: a.thumb,
      bytes: a.bytes,
      createdAt: a.createdAt,
    };
  };
