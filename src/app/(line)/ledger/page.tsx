import { visitor } from '@/app/visitor';
import { listListingsOf } from '@/services/line/line';
import { listingView } from '@/api/views';
import { LedgerStation } from '@/ui/ledger/station';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['listing', 'proof', 'outlet_order', 'outlet'];

export const metadata = { title: 'Ledger' };

export default async function Page() {
  const caller = await visitor();
  const listings = await listListingsOf(caller.workspace, { limit: 20_000 });
  // what was sent last is looked for first
  return (
    <>
      <Follow tables={TABLES} />
      <LedgerStation listings={listings.map(listingView(caller.workspace)).reverse()} />
    </>
  );
}
