import type { ProofView } from '@/api/views';
import { Line } from '../parts/slip';

/** The colours that a proof offers, goods line by goods line where there are several. */
export function ColoursOnOffer({ proof: { colours, variants, fields } }: { proof: ProofView }) {
  const lines = [...new Set(colours.map((c) => c.line ?? ''))];
  if (colours.length < 2) return null;
  return lines.map((line) => {
    const its = colours.filter((c) => (c.line ?? '') === line);
    return (
      <Line
        key={line}
        label={`Colours on offer${lines.length > 1 ? ` · ${word(line, variants, fields)}` : ''}`}
        note={`${its.length}`}
      >
        <p className="flex flex-wrap gap-x-3 gap-y-1">
          {its.map((c) => (
            <span
              key={c.name}
              className="inline-flex items-center gap-1.5"
              title={`${Math.round(c.legibility * 100)}% of the ink can be read`}
            >
              <i className="inline-block h-3.5 w-3.5 border border-rule" style={{ background: c.hex }} /> {c.name}
            </span>
          ))}
        </p>
      </Line>
    );
  });
}

/** What a goods line is called: the word before the size in its prices. */
function word(line: string, variants: ProofView['variants'], fields: ProofView['fields']): string {
  const size = variants.find((v) => v.line === line)?.size;
  const label = fields.prices?.value.map((p) => p.size).find((s) => size && s.endsWith(`, ${size}`));
  return label ? label.slice(0, label.lastIndexOf(', ')).toLowerCase() : line;
}
