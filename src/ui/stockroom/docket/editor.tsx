'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { FormProvider, useForm } from 'react-hook-form';
import type { ArtworkView, OutletView } from '@/api/views';
import type { BlankView } from '@/api/views';
import type { SceneSheet } from '@/core/scene/scene';
import type { DocketView } from '@/api/shapes/stockroom';
import { act, api, Refusal } from '../../api';
import { did } from '../../commands/commands';
import { Button } from '../../parts/button';
import { docket as docketShape } from '../../parts/fields/compiled.mjs';
import { schemaResolver } from '../../parts/fields/schema-resolver';
import { GoodsContext, type DocketForm } from './form';
import { NamePart, PlacementPart } from './goods-part';
import { Result } from './result';
import { ShotList } from './shot-list';
import { OutletsPart, PricePart, WordingPart } from './words-part';

const checked = schemaResolver<DocketForm>(docketShape);

/** A docket on the left, what it makes of a sample artwork on the right, at every change. */
export function DocketEditor({
  docket,
  blanks,
  scenes,
  samples,
  outlets,
}: {
  docket: Pick<DocketView, 'id' | 'name' | 'blankId' | 'spec' | 'revision'>;
  blanks: BlankView[];
  scenes: SceneSheet[];
  samples: ArtworkView[];
  outlets: OutletView[];
}) {
  const router = useRouter();
  const isNew = !docket.id;
  const { name, blankId, spec } = docket;
  const form = useForm<DocketForm>({ defaultValues: { name, blankId, spec }, resolver: checked, mode: 'onChange' });
  const { isDirty, isSubmitting } = form.formState;
  const blank = blanks.find((b) => b.id === blankId)!;
  const now = form.watch('spec');
  const sheets = scenes.filter((s) => s.blank === blank.kind && s.areas.some((a) => a.name === now.area));

  const keep = (body: DocketForm) => api<DocketView>(isNew ? 'POST' : 'PUT', isNew ? '/dockets' : `/dockets/${docket.id}`, body);
  const save = form.handleSubmit(
    (body) =>
      act(async () => {
        const before = form.formState.defaultValues as DocketForm;
        const kept = await keep(body).catch((e: Refusal) => {
          // what only the house knows stands at its field as well
          if (e.field) form.setError(fieldOf(e.field), { message: e.sentence });
          throw e;
        });
        form.reset(body);
        const says = `${kept.name} is saved. Proofs drafted from now on follow it.`;
        if (isNew) {
          router.replace(`/stockroom/dockets/${kept.id}`);
          return says;
        }
        const put = (to: DocketForm, said: string) => () =>
          keep(to).then(() => {
            form.reset(to);
            return said;
          });
        did({
          says,
          back: put(before, `${before.name} is as it was before.`),
          again: put(body, `${kept.name} is changed again.`),
        });
      }),
    () => act(() => Promise.reject(new Refusal(422, 'Something is not right yet: it is said at its field.'))),
  );
  return (
    <FormProvider {...form}>
      <GoodsContext value={{ blank, blanks, sheets, outlets, isNew }}>
        <form
          className="grid h-full min-h-0 grid-cols-[1fr_minmax(420px,44%)]"
          onSubmit={(e) => void save(e)}
          noValidate
          // Enter in a field is not the wish to save
          onKeyDown={(e) => e.key === 'Enter' && e.target instanceof HTMLInputElement && e.preventDefault()}
        >
          <section className="min-h-0 overflow-auto px-[18px] pt-2.5 pb-10">
            <div className="flex items-center gap-3">
              <Link href="/stockroom" className="text-soft underline">
                Stockroom
              </Link>
              <span className="text-soft">/</span>
              <h1 className="grow text-[22px]">{isNew ? 'New docket' : 'Docket'}</h1>
              <span className="text-soft" aria-live="polite">
                {isDirty ? 'not saved yet' : isNew ? '' : 'saved'}
              </span>
              {isDirty && (
                <Button type="button" tone="quiet" onClick={() => form.reset()}>
                  Take changes back
                </Button>
              )}
              <Button tone="go" busy={isSubmitting} disabled={!isDirty && !isNew}>
                Save docket
              </Button>
            </div>
            <NamePart />
            <PlacementPart />
            <ShotList />
            <WordingPart />
            <PricePart />
            <OutletsPart />
          </section>
          <Result blankId={blankId} spec={now} samples={samples} scenes={scenes} outlets={outlets} />
        </form>
      </GoodsContext>
    </FormProvider>
  );
}

/** The field of the form that the house means: it speaks of a docket's spec by the parts' own names. */
const fieldOf = (field: string): 'name' => (/^(name|blankId)$/.test(field) ? field : `spec.${field}`) as 'name';
