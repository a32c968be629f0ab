import { isId } from '@/core/id';
import { visitor } from '@/app/visitor';
import { listProofs } from '@/services/line/proofs';
import { listRuns } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { outletView, proofView } from '@/api/views';
import { ProofStation } from '@/ui/proofs/station';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['proof', 'run', 'outlet', 'listing', 'outlet_order', 'artwork', 'docket', 'price_plan', 'blank'];

export const metadata = { title: 'Proofs' };

const WAITING = 'drafting,held,ready,passed,refused';

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | undefined>> }) {
  const caller = await visitor();
  const { run, state, ids, open } = await searchParams;
  const known = isId(run) ? run : undefined;
  // a single proof is found among all of them, whatever its state
  const everything = Boolean(known ?? ids ?? open);
  const all = await listProofs(caller.workspace, {
    run: known,
    state: state ?? (everything ? undefined : WAITING),
    limit: 10_000,
  });
  const wanted = ids?.split(',');
  const openIsWaiting = all.some((p) => p.id === open && WAITING.includes(p.state));
  const proofs = all.filter(
    (p) =>
      (wanted ? wanted.includes(p.id.slice(0, 8)) : true) &&
      ((known ?? wanted ?? state) ? true : openIsWaiting || !open ? WAITING.includes(p.state) : p.id === open),
  );
  const [runs, houses] = [await listRuns(caller.workspace), await outlets(caller.workspace)];
  return (
    <>
      <Follow tables={TABLES} />
      <ProofStation
        proofs={proofs.map(proofView(caller.workspace))}
        runs={runs.map((r) => ({ id: r.id, name: r.name }))}
        outlets={houses.map(outletView)}
      />
    </>
  );
}
