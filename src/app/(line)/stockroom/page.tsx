import { visitor } from '@/app/visitor';
import { scenes } from '@/services/stockroom/scenes';
import { outlets } from '@/services/outlets/outlets';
import { blanks } from '@/services/stockroom/blanks';
import { dockets } from '@/services/stockroom/dockets';
import { plans } from '@/services/stockroom/plans';
import { blankView, outletView } from '@/api/views';
import { Stockroom } from '@/ui/stockroom/stockroom';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['outlet', 'docket', 'blank', 'price_plan', 'listing'];

export const metadata = { title: 'Stockroom' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | undefined>> }) {
  const caller = await visitor();
  const { connect, why } = await searchParams;
  const [forms, priced, goods, houses] = [
    await dockets(caller.workspace),
    await plans(caller.workspace),
    await blanks(caller.workspace),
    await outlets(caller.workspace),
  ];
  const said =
    connect === 'declined'
      ? 'The outlet was not connected: access was not allowed.'
      : connect === 'failed'
        ? (why ?? 'The outlet was not connected.')
        : connect
          ? `${connect} is connected.`
          : null;
  return (
    <>
      <Follow tables={TABLES} />
      <Stockroom
        dockets={forms}
        plans={priced}
        blanks={goods.map(blankView)}
        outlets={houses.map(outletView)}
        scenes={scenes()}
        said={said}
      />
    </>
  );
}
