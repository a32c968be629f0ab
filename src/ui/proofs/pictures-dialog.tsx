'use client';
import { useState } from 'react';
import { PICTURE_NAMES } from '@/core/listing/default-picture-names';
import { api, sentenceOf } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { RadioGroup } from '../parts/fields/choices';
import { TextField } from '../parts/fields/field';
import { download } from '../prints/take';

/** Whose pictures somebody may want: what a person says, and the search that means it. */
export interface PicturesChoice {
  says: string;
  search: Record<string, string>;
}

/** Pictures of many proofs, taken away as one archive. */
export function PicturesDialog({ choices, close }: { choices: readonly PicturesChoice[]; close: () => void }) {
  const [chosen, setChosen] = useState(0);
  const [places, setPlaces] = useState('');
  const [names, setNames] = useState<string>(PICTURE_NAMES);
  const [problem, setProblem] = useState<{ field: string; says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    const query = new URLSearchParams({ ...choices[chosen]!.search, names, ...(places.trim() && { places }) }).toString();
    setBusy(true);
    setProblem(null);
    try {
      // what cannot be done is said here; a page of it would say it in a file
      await api('GET', `/proofs/pictures/asked?${query}`);
      download(`/api/v1/proofs/pictures?${query}`);
      close();
    } catch (error) {
      const says = sentenceOf(error);
      setProblem({ field: /places/.test(says) ? 'places' : 'names', says });
    }
    setBusy(false);
  };
  return (
    <Dialog
      open
      onClose={close}
      label="Pictures"
      width={620}
      foot={
        <>
          <Button onClick={close}>Close</Button>
          <Button tone="go" busy={busy} disabled={!choices[chosen]} onClick={() => void take()}>
            Take away
          </Button>
        </>
      }
    >
      <h2 className="text-[19px]">Pictures</h2>
      <p className="mt-0.5 mb-3 text-soft">As their outlets get them, in one ZIP that is packed while it is taken.</p>
      <div className="grid gap-3">
        <RadioGroup
          label="Whose"
          value={String(chosen)}
          change={(at) => setChosen(Number(at))}
          options={choices.map((c, i) => [String(i), c.says] as const)}
        />
        <TextField
          label="Places"
          value={places}
          placeholder="all"
          problem={problem?.field === 'places' ? problem.says : undefined}
          onChange={(e) => setPlaces(e.target.value)}
          note="Of each proof, such as 1-6, 9"
        />
        <TextField
          label="Names"
          value={names}
          problem={problem?.field === 'names' ? problem.says : undefined}
          onChange={(e) => setNames(e.target.value)}
          note="A slash makes a folder. Also: picture.scene, picture.colour"
        />
      </div>
    </Dialog>
  );
}
