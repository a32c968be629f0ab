import { visitor } from '@/app/visitor';
import { listRuns, runPictures } from '@/services/line/runs';
import { listProofs } from '@/services/line/proofs';
import { outlets } from '@/services/outlets/outlets';
import { outletView, proofView, runView } from '@/api/views';
import { PressStation } from '@/ui/press/station';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['proof', 'run', 'outlet'];

export const metadata = { title: 'Press' };

export default async function Page() {
  const caller = await visitor();
  const [runs, houses, refused] = [
    await listRuns(caller.workspace),
    await outlets(caller.workspace),
    await listProofs(caller.workspace, { state: 'refused', limit: 500 }),
  ];
  const pictures = await runPictures(
    caller.workspace,
    runs.map((r) => r.id),
  );
  return (
    <>
      <Follow tables={TABLES} />
      <PressStation
        runs={runs.map(runView)}
        pictures={Object.fromEntries(pictures)}
        outlets={houses.map(outletView)}
        refused={refused
          .map(proofView(caller.workspace))
          .map((p) => ({ id: p.id, runId: p.runId, artwork: p.artwork, outlet: p.outlet, why: p.refusal ?? '' }))}
      />
    </>
  );
}
