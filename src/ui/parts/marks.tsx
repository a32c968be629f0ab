import type { ProofState } from '@/services/line/runs';

/** Printers' marks, drawn for Union Press on a 16-unit grid. Always shown beside a word, or with one on focus. */
const SHAPES: Record<ProofState, React.ReactNode> = {
  listed: (
    <>
      <circle cx="8" cy="8" r="4.4" />
      <path d="M8 .8v14.4M.8 8h14.4" />
    </>
  ),
  passed: (
    <>
      <rect x="2.2" y="2.2" width="11.6" height="11.6" rx="1" />
      <path d="M4.8 8.2l2.4 2.6 4.2-5.4" />
    </>
  ),
  ready: <circle cx="8" cy="8" r="5.6" />,
  held: <path d="M3 13.5V2.8M3 3.2h9.6l-2.4 3 2.4 3H3" />,
  drafting: <path d="M2.5 12.5L8 4l5.5 8.5" />,
  sending: (
    <>
      <path d="M1.5 5.4h13M1.5 10.6h13" />
      <circle cx="6" cy="8" r="1.1" fill="currentColor" stroke="none" />
      <circle cx="10" cy="8" r="1.1" fill="currentColor" stroke="none" />
    </>
  ),
  refused: (
    <>
      <circle cx="8" cy="8" r="5.8" />
      <path d="M4.2 11.8l7.6-7.6" />
    </>
  ),
};

const INK: Record<ProofState, string> = {
  listed: 'text-teal',
  passed: 'text-teal',
  ready: 'text-ink',
  held: 'text-ochre',
  drafting: 'text-soft',
  sending: 'text-ink',
  refused: 'text-spot',
};

export const MEANING: Record<ProofState, string> = {
  listed: 'stands at the outlet',
  passed: 'looked over, may be sent',
  ready: 'complete, waits to be looked over',
  held: 'has problems',
  drafting: 'is being made',
  sending: 'is on its way',
  refused: 'the outlet would not take it',
};

/** The mark of a state; with `word` the state is written beside it, else it is its label, unless what it stands in says it. */
export function Mark({
  state,
  word = false,
  size = 16,
  said = !word,
}: {
  state: ProofState;
  word?: boolean;
  size?: number;
  said?: boolean;
}) {
  const svg = (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.7}
      strokeLinecap="round"
      strokeLinejoin="round"
      className={`${INK[state]} shrink-0`}
      {...(said ? { role: 'img', 'aria-label': state } : { 'aria-hidden': true })}
    >
      {said && <title>{state}</title>}
      {SHAPES[state]}
    </svg>
  );
  if (!word) return svg;
  return (
    <span className={`inline-flex items-center gap-1.5 ${INK[state]}`}>
      {svg}
      <span>{state}</span>
    </span>
  );
}

export const STATES = Object.keys(SHAPES) as ProofState[];
