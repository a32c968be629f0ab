import { dayName } from '../day';
import { fieldNames } from '../listing/field-names';
import type { Said } from '../said';

type Values = Record<string, string | number>;

/** Fields as they are kept, with commas between, in a person's words. */
const told = (fields: unknown): string => fieldNames(String(fields).split(', '));

/** Everything that can be said of an order at an outlet, as sentences. */
const SENTENCES: Record<string, (v: Values) => string> = {
  'no-answer': (v) => `${v.outlet} did not answer.`,
  'not-understood': (v) => `${v.outlet} sent an answer that cannot be read: ${v.fault}`,
  'answers-too-much': (v) => `${v.outlet} answered with more than ${v.megabytes} MB.`,
  'unknown-state': (v) => `${v.outlet} says nothing of what may be changed while a listing is ${v.state}.`,
  'slow-down': (v) => `${v.outlet} asks to slow down.`,
  'no-calls-left': (v) => `${v.outlet} takes no more calls just now.`,
  'sign-in': (v) => `${v.outlet} does not accept our sign-in. Connect it again in the stockroom.`,
  'sign-in-over': (v) => `${v.outlet} no longer knows us. Connect it again in the stockroom.`,
  trouble: (v) => `${v.outlet} is having trouble (${v.status}).`,
  refused: (v) => `${v.outlet}: ${v.says || `refused with ${v.status}.`}`,
  'changed-by-another': (v) => `${v.outlet} says that it is being changed by somebody else.`,
  'not-read': (v) => `${v.outlet} states ${v.what} as “${v.value}”, which cannot be read.`,
  'shows-another': (v) => `${v.outlet} took it, but what it shows is not what was sent: ${told(v.fields)}. Look at it there.`,
  'changed-there': (v) =>
    `At ${v.outlet} this was changed since it was sent: ${told(v.fields)}. Send it all the same, or leave it as it is there.`,
  'not-there': (v) => `${v.outlet} does not know this listing any more. Pass its proof and send it anew.`,
  'cannot-change': (v) => `${v.outlet} does not let these be changed while it is ${v.state}: ${told(v.fields)}.`,
  'cannot-put': (v) => `${v.outlet} does not let a listing that is ${v.state} be put ${v.goal}.`,
  'pictures-gone': (v) => `Its pictures for ${v.outlet} are gone and cannot be made again. Draft it again.`,
  'pictures-lost': () => 'Its pictures are gone, and its docket or artwork has changed since. Draft it again.',
  'pictures-being-made': () => 'Its pictures are being made again.',
  'our-side': (v) => `Sending to ${v.outlet} failed on our side.`,
  'not-out-yet': (v) => `Announced: goes on offer by itself on ${dayName(String(v.day))}.`,
  replaced: () => 'A later order took its place.',
  'as-said': (v) => String(v.says),
};

/** What an outlet answered or an order waits for, as a sentence. */
export function answerSentence({ code, values = {} }: Said): string {
  const sentence = SENTENCES[code]?.(values) ?? code;
  return values.tried ? `${sentence} Tried ${values.tried} times; try again when it is up.` : sentence;
}
