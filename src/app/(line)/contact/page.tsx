import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import type { StripWindowView } from '@/api/shapes/pictures';
import { frameView } from '@/api/views';
import { stripWindow } from '@/services/line/contact';
import { listRuns } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { Trouble } from '@/services/trouble';
import { STRIPS } from '@/ui/contact/first';
import { contactSearch } from '@/ui/contact/search';
import { ContactStation } from '@/ui/contact/station';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Contact sheet' };

/** What this page shows that its list does not follow by itself. */
const TABLES = ['run', 'outlet'];
const NOTHING: StripWindowView = { total: 0, longest: 0, rows: [] };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const [runs, houses] = await Promise.all([listRuns(workspace), outlets(workspace)]);
  const window = await stripWindow(workspace, contactSearch(asked, runs[0]?.id), 0, STRIPS)
    .then(({ rows, ...told }) => ({
      ...told,
      rows: rows.map(({ frames, ...p }) => ({ ...p, frames: frames.map((f) => frameView(workspace, f)) })),
    }))
    // what an address asks for and makes no sense is as nothing
    .catch((error: unknown) => {
      if (error instanceof Trouble) return NOTHING;
      throw error;
    });
  return (
    <>
      <Follow tables={TABLES} />
      <ContactStation
        first={{
          window,
          runs: runs.map((r) => ({ id: r.id, name: r.name })),
          outlets: houses.map((o) => ({ id: o.id, name: o.name })),
        }}
      />
    </>
  );
}
