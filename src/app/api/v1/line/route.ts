import { route } from '@/app/_http/route';
import { line, runningWork } from '@/services/line';

/** Counts of every station, and the work that is going on. */
export const GET = route(async (caller) => {
  const [stations, work] = await Promise.all([line(caller.workspace), runningWork(caller.workspace)]);
  return { stations, work };
});
