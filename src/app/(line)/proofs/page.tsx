import { isId } from '@/core/id';
import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { outletView, proofView } from '@/api/views';
import { proof } from '@/services/line/proofs';
import { proofWindow, type ProofWindow } from '@/services/line/proof-windows';
import { listRuns } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { Trouble } from '@/services/trouble';
import { BLOCK, proofSearch } from '@/ui/proofs/search-text';
import { ProofStation } from '@/ui/proofs/station';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Proofs' };

/** What this page shows that its list and its proof do not follow by themselves. */
const TABLES = ['run', 'outlet'];

const NOTHING: ProofWindow = { from: 0, total: 0, states: {}, rows: [] };
/** What an address asks for and is not there, or makes no sense, is as nothing. */
const orNothing =
  <T,>(nothing: T) =>
  (error: unknown): T => {
    if (error instanceof Trouble) return nothing;
    throw error;
  };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const named = asked.get('open');
  const around = isId(named) ? named : undefined;
  const [window, runs, houses] = await Promise.all([
    proofWindow(workspace, proofSearch(asked), { from: 0, count: BLOCK, around }).catch(orNothing(NOTHING)),
    listRuns(workspace),
    outlets(workspace),
  ]);
  const id = around ?? window.rows[0]?.id;
  const open = id ? await proof(workspace, id).then(proofView(workspace)).catch(orNothing(null)) : null;
  const at = window.rows.findIndex((p) => p.id === id);
  return (
    <>
      <Follow tables={TABLES} />
      <ProofStation
        first={{
          window,
          open,
          at: at < 0 ? -1 : window.from + at,
          runs: runs.map((r) => ({ id: r.id, name: r.name })),
          outlets: houses.map(outletView),
        }}
      />
    </>
  );
}
