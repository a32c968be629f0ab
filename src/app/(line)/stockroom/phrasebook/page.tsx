import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { Trouble } from '@/services/trouble';
import { offeredPhrases, phrasebook, phraseOf } from '@/services/words/editing';
import { Phrasebook } from '@/ui/stockroom/phrasebook/phrasebook';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Phrasebook' };

/** What this page shows something of. */
const TABLES = ['phrase', 'proof', 'artwork'];

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const key = (await addressOf(searchParams)).get('entry');
  const [entries, offered, entry] = await Promise.all([
    phrasebook(workspace),
    offeredPhrases(workspace),
    // one that is gone meanwhile is none
    key ? phraseOf(workspace, key).catch((e: unknown) => (e instanceof Trouble ? null : Promise.reject(e as Error))) : null,
  ]);
  return (
    <>
      <Follow tables={TABLES} />
      <Phrasebook entries={entries} offered={offered} first={entry} />
    </>
  );
}
