'use client';
import { useEffect, useState } from 'react';
import { api } from '../../api';
import { count } from '../../parts/format';
import { Dialog } from '../../parts/dialog';
import { Button } from '../../parts/button';

/** Says what depends on artworks before they go to the bin, or with `forGood` before the bin is emptied. */
export function DeleteDialog({
  ids,
  forGood = false,
  close,
  remove,
}: {
  ids: string[];
  forGood?: boolean;
  close: () => void;
  remove: () => void;
}) {
  const [sentence, setSentence] = useState('…');
  useEffect(() => {
    void api<{ sentence: string }>('POST', '/artworks/dependants', { ids }).then(
      (d) => setSentence(d.sentence),
      () => setSentence('What depends on them could not be found out.'),
    );
  }, [ids]);
  return (
    <Dialog open onClose={close} label="Delete artwork">
      <h2 className="mb-2 text-[19px]">{forGood ? 'Empty the bin for good?' : `Delete ${count(ids.length, 'artwork')}?`}</h2>
      <p>{sentence}</p>
      <p className="mt-2 text-soft">
        {forGood
          ? 'This cannot be undone: the files and the proofs made from them go too. Listings at outlets stay as they are.'
          : 'They lie in the bin until it is emptied and can be brought back from there.'}
      </p>
      <div className="mt-5 flex justify-end gap-2">
        <Button tone="quiet" onClick={close}>
          Keep
        </Button>
        <Button tone="go" autoFocus onClick={remove}>
          {forGood ? 'Empty it' : 'Delete'}
        </Button>
      </div>
    </Dialog>
  );
}
