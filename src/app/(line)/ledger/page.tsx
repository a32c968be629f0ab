import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { listingView, outletView } from '@/api/views';
import { listingWindow } from '@/services/outlets/listing-windows';
import { outlets } from '@/services/outlets/outlets';
import { Trouble } from '@/services/trouble';
import { BLOCK, listingSearch } from '@/ui/ledger/search-text';
import { LedgerStation } from '@/ui/ledger/station';
import { Follow } from '@/ui/shell/live';

/** What this page shows that its list does not follow by itself. */
const TABLES = ['outlet'];

export const metadata = { title: 'Ledger' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const [window, houses] = await Promise.all([
    listingWindow(workspace, listingSearch(asked), { from: 0, count: BLOCK }).catch((error: unknown) => {
      // an address that makes no sense finds nothing
      if (error instanceof Trouble) return { total: 0, rows: [] };
      throw error;
    }),
    outlets(workspace),
  ]);
  return (
    <>
      <Follow tables={TABLES} />
      <LedgerStation
        first={{ total: window.total, rows: window.rows.map(listingView(workspace)) }}
        outlets={houses.map(outletView)}
      />
    </>
  );
}
