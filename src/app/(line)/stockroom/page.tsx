import { visitor } from '@/app/visitor';
import { scenes } from '@/services/stockroom/scenes';
import { outlets } from '@/services/outlets/outlets';
import { blankKinds, blankNames } from '@/services/stockroom/blank-windows';
import { openChanges } from '@/services/stockroom/changes';
import { dockets } from '@/services/stockroom/dockets';
import { plans } from '@/services/stockroom/plans';
import { listArtworks } from '@/services/artwork/artworks';
import { artworkView, outletView } from '@/api/views';
import { samplesOf } from '@/ui/stockroom/blanks/samples';
import { Stockroom } from '@/ui/stockroom/stockroom';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['outlet', 'docket', 'blank', 'blank_change', 'price_plan', 'listing'];

export const metadata = { title: 'Stockroom' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | undefined>> }) {
  const caller = await visitor();
  const { connect, why } = await searchParams;
  const [forms, priced, kinds, houses] = [
    await dockets(caller.workspace),
    await plans(caller.workspace),
    await blankKinds(caller.workspace),
    await outlets(caller.workspace),
  ];
  const used = await blankNames(caller.workspace, [...new Set(forms.flatMap((d) => d.document.lines[0]?.blank ?? []))]);
  const samples = samplesOf(
    (await listArtworks(caller.workspace, { state: 'ready' }, 0, 24)).map(artworkView(caller.workspace)),
    'thumb',
  );
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
        blanks={used}
        kinds={kinds}
        outlets={houses.map(outletView)}
        scenes={scenes()}
        samples={samples}
        changes={await openChanges(caller.workspace)}
        said={said}
      />
    </>
  );
}
