'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { ProofState } from '@/services/line/runs';
import type { ArtworkView } from '@/api/views';
import { act, api } from '../../api';
import { StoryFold } from '../../desk/story';
import { bytes, count } from '../../parts/format';
import { Mark } from '../../parts/marks';
import { draftAgain } from '../../proofs/orders';
import { useLive } from '../store';

interface Uses {
  uses: {
    proofId: string;
    runId: string;
    state: ProofState;
    docket: string;
    docketId: string;
    outlet: string;
    outletId: string;
    outOfDate: boolean;
    url: string | null;
  }[];
  alike: { id: string; kind: string; decision: string }[];
}
interface Versions {
  items: { version: number; fileName: string; bytes: number; putInAt: string }[];
}
const NO_USES: Uses = { uses: [], alike: [] };
const NO_VERSIONS: Versions = { items: [] };

/** Where an artwork is used, what it is like, and the files it has had. */
export function History({ artwork: a }: { artwork: ArtworkView }) {
  const router = useRouter();
  const { uses, alike } = useLive(`/artworks/${a.id}/uses`, NO_USES);
  const { items: versions } = useLive(`/artworks/${a.id}/versions`, NO_VERSIONS);
  const old = uses.filter((u) => u.outOfDate);
  const again = old.filter((u) => ['held', 'ready', 'listed'].includes(u.state));
  return (
    <>
      {alike.filter((k) => k.decision !== 'ignored').length > 0 && (
        <div className="cut mt-4 pt-3 text-[12.5px]">
          <b>Alike</b>
          <ul>
            {alike
              .filter((k) => k.decision !== 'ignored')
              .slice(0, 6)
              .map((k) => (
                <li key={k.id}>
                  <Link className="underline" href={`/artwork?view=pair&open=${a.id}&beside=${k.id}`}>
                    {{ copy: 'a near copy', twin: 'its twin in the other tone', family: 'one of the family' }[k.kind]}
                  </Link>{' '}
                  <span className="text-soft">{k.decision === 'linked' ? 'linked' : 'to be decided'}</span>
                </li>
              ))}
          </ul>
        </div>
      )}
      {uses.length > 0 && (
        <div className="cut mt-4 pt-3 text-[12.5px]">
          <b>Used in {count(uses.length, 'proof')}</b>
          {old.length > 0 && (
            <p className="mt-1 bg-ochre-t px-2.5 py-1.5">
              {old.length === 1 ? 'One was' : `${old.length} were`} made from another version of the file.{' '}
              {again.length > 0 && (
                <button
                  className="font-semibold underline"
                  onClick={() =>
                    void draftAgain({ ids: again.map((u) => u.proofId) }).then((begun) => begun && router.push('/proofs'))
                  }
                >
                  Draft {again.length === 1 ? 'it' : 'these'} anew
                </button>
              )}
            </p>
          )}
          <ul className="mt-1">
            {uses.slice(0, 8).map((u) => (
              <li key={u.proofId} className="flex items-center gap-2">
                <Mark state={u.state} word />
                <Link className="truncate hover:underline" href={`/proofs?run=${u.runId}&open=${u.proofId}`}>
                  {u.docket}, {u.outlet}
                </Link>
                {u.outOfDate && <span className="bg-ochre-t px-1 text-[11px] text-ochre">out of date</span>}
              </li>
            ))}
            {uses.length > 8 && <li className="text-soft">and {uses.length - 8} more</li>}
          </ul>
        </div>
      )}
      {versions.length > 1 && (
        <div className="cut mt-4 pt-3 text-[12.5px]">
          <b>Versions</b>
          <ul>
            {versions.map((v) => (
              <li key={v.version} className="flex items-baseline gap-2">
                <span className="tabular-nums">{v.version}</span>
                <span className="grow truncate" title={v.fileName}>
                  {v.fileName}
                </span>
                <span className="text-soft">{bytes(v.bytes)}</span>
                {v.version === a.version ? (
                  <span className="text-teal">in place</span>
                ) : (
                  <button
                    className="underline"
                    disabled={a.state !== 'ready'}
                    onClick={() =>
                      void act(() =>
                        api('POST', `/artworks/${a.id}/versions/${v.version}`).then(
                          () => `Version ${v.version} is back in place.`,
                        ),
                      )
                    }
                  >
                    go back
                  </button>
                )}
              </li>
            ))}
          </ul>
        </div>
      )}
      <StoryFold of={a.id} empty="Nothing by hand yet." className="mt-4 text-[12.5px]" />
    </>
  );
}
