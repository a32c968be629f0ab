'use client';
import { Download as DownloadIcon, FileArchive, FileText } from 'lucide-react';
import type { ProofView } from '@/api/views';
import { bytes, count } from '../parts/format';
import { Line } from '../parts/slip';

type Files = NonNullable<ProofView['downloads']>;

/** What buyers get at once: each file or archive with what it holds, to be looked at as they get it. */
export function Downloads({ proof }: { proof: Pick<ProofView, 'downloads'> }) {
  const files = proof.downloads;
  if (!files?.length) return null;
  const all = files.reduce((sum, f) => sum + f.bytes, 0);
  return (
    <Line label="Buyers download" note={`${count(files.length, 'file')}, ${bytes(all)}`}>
      <ul className="grid gap-1.5">
        {files.map((f) => (
          <File key={f.name} file={f} />
        ))}
      </ul>
    </Line>
  );
}

function File({ file }: { file: Files[number] }) {
  const archive = file.name.endsWith('.zip');
  const Sign = archive ? FileArchive : FileText;
  const [only] = file.holds;
  return (
    <li className="grid grid-cols-[16px_1fr_auto_22px] items-start gap-x-2">
      <Sign size={14} className="mt-0.5 text-soft" aria-hidden />
      <span className="min-w-0">
        <span className="block truncate font-medium">{file.name}</span>
        {!archive && only && <About made={only} />}
        {archive && file.holds.map((h) => <Held key={h.name} held={h} />)}
      </span>
      <span className="text-soft tabular-nums">{bytes(file.bytes)}</span>
      <a
        className="btn btn-ghost btn-square btn-xs text-soft"
        href={file.address}
        download={file.name}
        aria-label={`Take ${file.name} away`}
      >
        <DownloadIcon size={13} />
      </a>
    </li>
  );
}

const Held = ({ held }: { held: Files[number]['holds'][number] }) => (
  <span className="mt-0.5 block">
    <span className="block truncate">{held.name}</span>
    <About made={held} />
  </span>
);

/** Its pixels, and the largest size that it can be printed in. */
function About({ made }: { made: Files[number]['holds'][number] }) {
  const [largest] = made.prints;
  const size = made.widthPx === null ? 'vectors' : `${made.widthPx} × ${made.heightPx} px`;
  return (
    <span className="block text-[12px] text-soft">
      {size}
      {largest && `, ${largest.name} at ${largest.ppi} px/in`}
    </span>
  );
}
