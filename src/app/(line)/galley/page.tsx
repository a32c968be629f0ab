import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { outletView } from '@/api/views';
import { listRuns } from '@/services/line/runs';
import { outlets } from '@/services/outlets/outlets';
import { Trouble } from '@/services/trouble';
import { galleyWindow } from '@/services/words/galley';
import { BLOCK, columnsOf, columnsShown, galleySearch, languageOf, languagesOf } from '@/ui/galley/search';
import { GalleyStation } from '@/ui/galley/station';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Galley' };

/** What this page shows that its list does not follow by itself. */
const TABLES = ['run', 'outlet'];

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const [runs, houses] = await Promise.all([listRuns(workspace), outlets(workspace)]);
  const views = houses.map(outletView);
  const languages = languagesOf(views);
  const language = languageOf(asked, languages);
  const window = await galleyWindow(workspace, galleySearch(asked, language), {
    language,
    fields: columnsShown(asked, columnsOf(views)).map((c) => c.name),
    steps: [],
    from: 0,
    count: BLOCK,
  }).catch((error: unknown) => {
    // what an address asks for and makes no sense is as nothing
    if (error instanceof Trouble) return { total: 0, rows: [] };
    throw error;
  });
  return (
    <>
      <Follow tables={TABLES} />
      <GalleyStation first={{ window, runs: runs.map((r) => ({ id: r.id, name: r.name })), outlets: views }} />
    </>
  );
}
