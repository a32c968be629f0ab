import { visitor } from '@/app/_http/page';
import { listListingsOf } from '@/services/line';
import { listingView } from '@/services/views';
import { LedgerStation } from '@/ui/ledger/station';

export const metadata = { title: 'Ledger' };

export default async function Page() {
  const caller = await visitor();
  const listings = await listListingsOf(caller.workspace, { limit: 20_000 });
  // what was sent last is looked for first
  return <LedgerStation listings={listings.map(listingView).reverse()} />;
}
