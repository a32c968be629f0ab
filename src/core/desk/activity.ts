import { mendedPhrase, type Mended } from '../docket/ended';
import { troubleName } from '../placement/trouble';
import { fieldNames } from '../listing/field-names';
import { thousands } from '../thousands';
type Values = Record<string, never>;

const some = (count: unknown, one: string): string => {
  const n = Number(count ?? 1);
  return n === 1 ? `1 ${one}` : `${thousands(n)} ${one}s`;
};
const list = (names: unknown): string => ((names ?? []) as string[]).join(', ');
const named = (fields: unknown): string => fieldNames((fields ?? []) as string[]);

const FIELD_WORDS: Record<string, string> = {
  drawer: 'filed',
  standing: 'put',
  fromFileName: 'read from file names',
  nameFromFile: 'named after their files',
  replace: 'replaced text in',
};

function changedArtworks({ count, name, fields, standing }: Values): string {
  const what = name ? `“${String(name)}”` : some(count, 'artwork');
  if (standing === 'deleted') return `Deleted ${what}`;
  if (standing === 'aside') return `Put ${what} aside`;
  if (standing === 'here') return `Brought ${what} back`;
  return `Changed ${what}: ${(fields as unknown as string[]).map((f) => FIELD_WORDS[f] ?? f).join(', ')}`;
}

/** One by its name, several by their number. */
const about = ({ name, count }: { name?: unknown; count?: unknown }): string =>
  typeof name === 'string' ? `“${name}”` : some(count, 'artwork');

function mendedDockets({ byRule, name, count, did = [] as never }: Values): string {
  const what = name ? `the docket “${String(name)}”` : some(count, 'docket');
  const how = (did as Mended[]).map(mendedPhrase).join(', ') || 'its rule for what ends';
  return `${byRule ? 'By its rule for what ends, changed' : 'Changed'} ${what}: ${how}`;
}

/** What was done to pictures of proofs. */
const MENDS: Record<string, string> = {
  scene: 'Took another scene for pictures',
  colour: 'Took another colour for pictures',
  artwork: 'Put another artwork on pictures',
  'take out': 'Took pictures out',
  move: 'Moved pictures',
  put: 'Put a picture',
  docket: 'Left the pictures to the docket',
  sits: 'Moved the artwork on pictures',
};
const GOALS: Record<string, string> = { live: 'live', ended: 'to an end', draft: 'aside as drafts' };

/** Everything that can be done, as it is told: past tense, without who and when. */
const SENTENCES: Record<string, (v: Values) => string> = {
  'artwork.brought-in': (v) => `Brought in “${v.name}”`,
  'artwork.changed': changedArtworks,
  'artwork.link': (v) => `Linked ${v.names}`,
  'artwork.ignore': (v) => `Told apart ${v.names}`,
  'artwork.merge': (v) => `Merged ${v.names}`,
  'artwork.version': (v) => `Put in another file for “${v.name}”: ${v.file}`,
  'artwork.bin-emptied': (v) => `Emptied the bin: ${some(v.count, 'artwork')}`,
  'artwork.allowed': (v) => `Allowed ${some(v.count, 'artwork')} by hand on ${list(v.dockets)}`,
  'artwork.chosen': (v) => `Chose ${String(v.part)} of ${v.docket} for ${about(v)}: ${list(v.names)}`,
  'artwork.chosen-by-rule': (v) => `Left ${String(v.part)} of ${about(v)} to the docket ${v.docket} again`,
  'artwork.by-rule': (v) => `Left ${some(v.count, 'artwork')} to the rules of ${list(v.dockets)} again`,
  'placement.changed': (v) => `Placed ${about(v)} otherwise on ${v.docket}, ${v.area}`,
  'placement.given-back': (v) => `Gave ${about(v)} back to the docket ${v.docket}, ${v.area}`,
  'trouble.waived': (v) =>
    `Waived on ${v.docket}, ${v.area}, for ${about(v)}: ${troubleName(v.code as unknown as string)}. “${v.reason}”`,
  'trouble.counts-again': (v) =>
    `Let it count again on ${v.docket}, ${v.area}, for ${about(v)}: ${troubleName(v.code as unknown as string)}`,
  'run.begun': (v) => `Began the run “${v.name}” with ${some(v.count, 'artwork')}`,
  'run.paused': (v) => `Paused the run “${v.name}”`,
  'run.resumed': (v) => `Went on with the run “${v.name}”`,
  'run.stopped': (v) => `Stopped the run “${v.name}”`,
  'proof.changed': (v) => `Changed ${named(v.fields)} of “${v.name}” on ${v.docket} at ${v.outlet}`,
  'pictures.mended': (v) =>
    `${MENDS[String(v.how)] ?? 'Changed'} ${v.how === 'put' ? `on ${some(v.proofs, 'proof')}` : `of ${some(v.proofs, 'proof')}`}`,
  'proof.passed': (v) => `Passed ${some(v.count, 'proof')}`,
  'proof.taken-back': (v) => `Took back ${some(v.count, 'proof')}`,
  'proof.sent': (v) =>
    `Sent ${some(v.count, 'proof')}${v.live ? ' to go live' : ''}${v.over ? ', also over what was changed there' : ''}`,
  'listing.put': (v) => `Put ${some(v.count, 'listing')} ${GOALS[String(v.goal)] ?? String(v.goal)}`,
  'listing.made': (v) => `Made “${v.title}” at ${v.outlet}`,
  'listing.changed': (v) => `Sent a change of “${v.title}” to ${v.outlet}: ${named(v.fields) || 'its state'}`,
  'listing.refused': (v) => `${v.outlet} refused “${v.title}”`,
  'listing.gone': (v) => `“${v.title}” is not at ${v.outlet} any more`,
  'listing.drifted': (v) => `Somebody changed “${v.title}” at ${v.outlet}: ${named(v.fields)}`,
  'listing.brought-over': (v) => `Entered “${v.title}”, which stands at ${v.outlet}`,
  'enclosure.made': (v) => `Brought in ${v.name}, to go along with downloads`,
  'enclosure.removed': (v) => `Took away ${v.name}, which went along with nothing`,
  'docket.made': (v) => `Made the docket “${v.name}”`,
  'docket.changed': (v) => `Changed the docket “${v.name}”: ${list(v.parts) || 'its name'}`,
  'docket.mended': mendedDockets,
  'words.corrected': (v) =>
    `Corrected ${some(v.proofs, 'proof')}${(v.fields as string[] | undefined)?.length ? `: ${named(v.fields)}` : ' by hand'}`,
  'house-words.changed': (v) => `Changed the words of the house: ${list(v.lists)}`,
  'house-words.left': (v) => `Left “${v.what}” as it is, in every listing`,
  'words.written': (v) => `Had ${some(v.proofs, 'proof')} written from the artwork: ${named(v.fields)}`,
  'demand.taken': (v) => `Brought in what is searched: ${some(v.count, 'phrase')}`,
  'demand.dropped': (v) => `Threw ${some(v.count, 'phrase')} of their own away that are searched`,
  'phrase.made': (v) => `Added “${v.name}” to the phrasebook`,
  'phrase.changed': (v) => `Changed “${v.name}” in the phrasebook`,
  'phrase.removed': (v) => `Took “${v.name}” out of the phrasebook`,
  'phrases.taken': (v) => `Brought a phrasebook in: ${v.added} new, ${v.changed} changed`,
  'plan.made': (v) => `Made the price plan “${v.name}”`,
  'plan.changed': (v) =>
    `Changed the price plan “${v.name}”, which ${some(v.dockets, 'docket')} ${Number(v.dockets) === 1 ? 'follows' : 'follow'}`,
  'plan.removed': (v) => `Took away the price plan “${v.name}”`,
  'blank.changed': (v) => `${v.name} is offered differently by its print house`,
  'blank.made': (v) => `Made the blank “${v.name}”`,
  'blank.own-changed': (v) => `Changed the blank “${v.name}”`,
  'blank.removed': (v) => `Took away the blank “${v.name}”`,
  'blank.looked': (v) => `Looked at what changed about ${some(v.count, 'blank')}`,
  'blank.sentence': (v) => `Said that a sentence of ${v.name} is for ${v.for}: “${v.sentence}”`,
  'outlet.added': (v) => `Added the outlet ${v.name}`,
  'outlet.renamed': (v) => `Renamed the outlet ${v.was} to ${v.name}`,
  'outlet.removed': (v) => `Took away the outlet ${v.name}`,
  'outlet.connected': (v) => `Connected ${v.name}`,
  'outlet.settings': (v) => `Changed the settings of ${v.name}`,
  'outlet.rules-changed': (v) => `${v.name} changed its rules`,
  'as-said': (v) => String(v.says),
};

/** What was done, as a phrase. */
export const activityPhrase = ({ did, values }: { did: string; values: Record<string, unknown> }): string =>
  SENTENCES[did]?.(values as Values) ?? did;
