import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { searchText } from '@/ui/artwork/search-text';
import { columnOf } from '@/core/planning/cells';
import { sheetColumns, sheetWindow } from '@/services/line/sheet';
import { arranged } from '@/ui/sheet/columns';
import { BLOCK, blockColumns } from '@/ui/sheet/blocks';
import { SheetStation } from '@/ui/sheet/station';

export const metadata = { title: 'Sheet' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const query = searchText(asked);
  const by = asked.get('by') === 'docket' ? 'docket' : 'outlet';
  const columns = await sheetColumns(workspace);
  const { shown } = arranged(columns, by, new Set(asked.get('fold')?.split(',')));
  const first = blockColumns(shown, 0);
  const window = await sheetWindow(workspace, Object.fromEntries(new URLSearchParams(query)), {
    from: 0,
    count: BLOCK.rows,
    by,
    columns: first.split(',').flatMap((key) => columnOf(key) ?? []),
  }).catch(() => ({ total: 0, rows: [] }));
  return <SheetStation first={{ columns, asked: first, window }} />;
}
