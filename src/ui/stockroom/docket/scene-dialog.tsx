'use client';
import { useQuery } from '@tanstack/react-query';
import type { TriedView } from '@/api/shapes/stockroom';
import type { Shot } from '@/core/docket/docket';
import type { SceneSheet } from '@/core/scene/sheet';
import { api } from '../../api';
import { Button } from '../../parts/button';
import { Dialog } from '../../parts/dialog';
import { SceneChooser } from '../../scenes/chooser';
import { useDocket, useGoods } from './form';

type SceneShot = Extract<Shot, { kind: 'scene' }>;

/** The scenes that show the docket's goods, each with the sample artwork on it in the colour of the picture that is chosen for. */
export function SceneDialog({
  shot,
  sheets,
  put,
  close,
}: {
  shot: SceneShot;
  sheets: SceneSheet[];
  put: (scene: string) => void;
  close: () => void;
}) {
  const { document, form } = useDocket();
  const { outlets, sample } = useGoods();
  const outlet = outlets.find((o) => o.rules)?.id;
  const shots = sheets.map((s): Shot => ({ ...shot, scene: s.id }));
  const body = { document: { ...document, shots, outlets: document.outlets.map(({ outlet: id }) => ({ outlet: id })) }, plan: form.getValues('plan').document, artwork: sample?.id, outlet }; // prettier-ignore
  const { data } = useQuery({
    queryKey: ['dockets/try', 'scenes', JSON.stringify(body)],
    queryFn: () => api<TriedView>('POST', '/dockets/try', body),
    enabled: Boolean(sample && outlet && shots.length),
    retry: false,
    meta: { live: false },
  });
  return (
    <Dialog
      open
      onClose={close}
      label="Scenes"
      width={760}
      foot={
        <Button type="button" onClick={close}>
          Close
        </Button>
      }
    >
      <h2 className="mb-2 text-[19px]">Scenes</h2>
      <SceneChooser sheets={sheets} previews={data?.pictures ?? []} chosen={shot.scene} choose={put} />
    </Dialog>
  );
}
