import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { demandSeen } from '@/services/words/demand';
import { BLOCK, demandSearch } from '@/ui/stockroom/demand/search';
import { DemandStation } from '@/ui/stockroom/demand/station';

export const metadata = { title: 'What is searched' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = demandSearch(await addressOf(searchParams), new Date().getMonth());
  const { season, mine, ...search } = asked;
  const window = await demandSeen(
    workspace,
    { ...search, ...(mine && { mine: true }), ...(season && { seasonFrom: season.split(',').map(Number) }) },
    0,
    BLOCK,
  );
  return <DemandStation first={window} month={new Date().getMonth()} />;
}
