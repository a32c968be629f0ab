import { visitor } from '@/app/visitor';
import { listRuns, runPictures, runsRefused } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { outletView, runView } from '@/api/views';
import { PressStation } from '@/ui/press/station';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['proof', 'run', 'outlet'];

export const metadata = { title: 'Press' };

/** So many runs are shown, and so many more at each asking. */
const RUNS = 40;
const MOST = 2000;
/** So many that were refused are told of each. */
const TOLD = 6;

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const caller = await visitor();
  const wanted = Math.min(MOST, Math.max(RUNS, Number((await searchParams).runs) || 0));
  const runs = await listRuns(caller.workspace, wanted);
  const ids = runs.map((r) => r.id);
  const [houses, pictures, { runs: total, refused }] = await Promise.all([
    outlets(caller.workspace),
    runPictures(caller.workspace, ids),
    runsRefused(caller.workspace, ids, TOLD),
  ]);
  return (
    <>
      <Follow tables={TABLES} />
      <PressStation
        runs={runs.map(runView)}
        pictures={Object.fromEntries(pictures)}
        outlets={houses.map(outletView)}
        refused={refused}
        total={total}
        more={runs.length < total ? Math.min(MOST, wanted + RUNS) : null}
      />
    </>
  );
}
