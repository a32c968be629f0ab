'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { FormProvider, useForm, type Resolver } from 'react-hook-form';
import type { ArtworkView, BlankView, OutletView } from '@/api/views';
import type { BlankName } from '@/services/stockroom/blank-windows';
import type { DocketUseView, DocketView, PlanView } from '@/api/shapes/stockroom';
import { whyNot } from '@/core/docket/accepts';
import { same } from '@/core/docket/docket';
import { NO_PLAN } from '@/core/docket/starter';
import type { SceneSheet } from '@/core/scene/sheet';
import { act, api, Refusal } from '../../api';
import { did } from '../../commands/commands';
import { Button, ButtonLink } from '../../parts/button';
import { docket as docketShape } from '../../parts/fields/compiled.mjs';
import { TextField } from '../../parts/fields/field';
import { schemaResolver } from '../../parts/fields/schema-resolver';
import { count } from '../../parts/format';
import { AcceptsPart } from './accepts-part';
import { GoodsContext, type DocketForm, type PlanDraft } from './form';
import { LinesPart } from './lines-part';
import { OutletsPart } from './outlets-part';
import { PlanPart } from './plan-part';
import { Result } from './result';
import { ShotListPart } from './shot-list';
import { WordingPart } from './words-part';

type Kept = Pick<DocketView, 'id' | 'name' | 'document' | 'revision'>;

const shape = schemaResolver<Pick<DocketForm, 'name' | 'document'>>(docketShape);
/** What the interface for programs would say of the docket; the plan is made of fields that cannot be wrong. */
const checked: Resolver<DocketForm> = async (values, context, options) => {
  const { name, document, plan } = values;
  const found = await shape({ name, document: { ...document, pricePlan: plan.id ?? NO_PLAN } }, context, options as never);
  return Object.keys(found.errors).length ? { values: {}, errors: found.errors as never } : { values, errors: {} };
};

/** A docket on the left, what it makes of a sample artwork on the right, at every change. */
export function DocketEditor({
  docket,
  plan: first,
  uses,
  plans,
  blanks: given,
  names,
  scenes,
  samples,
  outlets,
}: {
  docket: Kept;
  plan: PlanDraft;
  uses: DocketUseView[];
  plans: PlanView[];
  blanks: BlankView[];
  names: BlankName[];
  scenes: SceneSheet[];
  samples: ArtworkView[];
  outlets: OutletView[];
}) {
  const router = useRouter();
  const [chosen, setChosen] = useState<BlankView[]>([]);
  const blanks = [...given, ...chosen.filter((c) => !given.some((b) => b.id === c.id))];
  const blankOf = async (id: string): Promise<BlankView> => {
    const here = blanks.find((b) => b.id === id);
    if (here) return here;
    const found = await api<BlankView>('GET', `/blanks/${id}`);
    setChosen((all) => [...all, found]);
    return found;
  };
  const isNew = !docket.id;
  const now: DocketForm = { name: docket.name, revision: docket.revision, document: docket.document, plan: first };
  const form = useForm<DocketForm>({ defaultValues: now, resolver: checked, mode: 'onChange' });
  const { isDirty, isSubmitting, errors, defaultValues } = form.formState;
  const [document, plan, revision] = form.watch(['document', 'plan', 'revision']);
  const [sampleId, chooseSample] = useState('');
  const fitting = samples.filter((a) => whyNot(document.accepts, a) === null);
  const sample = fitting.find((a) => a.id === sampleId) ?? fitting[0];
  // what somebody else saves is shown as it comes; what is being written here is left alone
  useEffect(() => {
    if (!isDirty) form.reset(now);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when another state arrives, and only then
  }, [docket.revision, first.id, first.revision]);

  /** Keeps the plan where it was changed; returns its id. */
  const keepPlan = async (draft: PlanDraft): Promise<PlanDraft> => {
    const { id, name, document: terms } = draft;
    if (!id) return api<PlanView>('POST', '/price-plans', { name, document: terms });
    const kept = [defaultValues?.plan, plans.find((p) => p.id === id)].some(
      (p) => p?.id === id && p.name === name && same(p.document, terms),
    );
    return kept ? draft : api<PlanView>('PUT', `/price-plans/${id}`, { name, document: terms, revision: draft.revision });
  };
  const keep = async (body: DocketForm) => {
    const its = await keepPlan(body.plan);
    const whole = { name: body.name, document: { ...body.document, pricePlan: its.id! } };
    const kept = await (isNew
      ? api<DocketView>('POST', '/dockets', whole)
      : api<DocketView>('PUT', `/dockets/${docket.id}`, { ...whole, revision: body.revision }));
    return { kept, plan: its };
  };
  const save = form.handleSubmit(
    (body) =>
      act(async () => {
        const { kept, plan: its } = await keep(body).catch((e: Refusal) => {
          // what only the house knows stands at its field as well
          if (e.field === 'name') form.setError('name', { message: e.sentence });
          throw e;
        });
        form.reset({ name: kept.name, revision: kept.revision, document: kept.document, plan: its });
        const says = `${kept.name} is saved. Proofs made before are out of date where it changed.`;
        if (isNew) {
          router.replace(`/stockroom/dockets/${kept.id}`);
          return `${kept.name} is saved. Proofs drafted from now on follow it.`;
        }
        router.refresh();
        const step = (
          await api<{ items: { id: string; own: boolean; undoable: boolean }[] }>('GET', `/activity?of=${kept.id}&limit=1`)
        ).items[0];
        if (!step?.undoable) return says;
        const turn = (way: 'undo' | 'redo', said: string) => () =>
          api('POST', `/activity/${way}`, { id: step.id }).then(() => {
            router.refresh();
            return said;
          });
        did({
          says,
          back: turn('undo', `${docket.name} is as it was before.`),
          again: turn('redo', `${kept.name} is changed again.`),
        });
      }),
    () => act(() => Promise.reject(new Refusal(422, 'Something is not right yet: it is said at its field.'))),
  );
  return (
    <FormProvider {...form}>
      <GoodsContext value={{ blanks, names, blankOf, scenes, outlets, plans, samples, fitting, sample, chooseSample, isNew }}>
        <form
          className="grid h-full min-h-0 grid-cols-[1fr_minmax(420px,40%)]"
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
                {isDirty && !isSubmitting && revision !== docket.revision && (
                  <span className="text-ochre">somebody else saved it meanwhile · </span>
                )}
                {isDirty ? 'not saved yet' : isNew ? '' : 'saved'}
              </span>
              {isDirty && (
                <Button type="button" tone="quiet" onClick={() => form.reset(now)}>
                  Take changes back
                </Button>
              )}
              {!isNew && !isDirty && document.lines.length > 0 && (
                <ButtonLink tone="quiet" href={`/bench?on=${docket.id}`}>
                  On the bench
                </ButtonLink>
              )}
              {!isNew && !isDirty && (
                <ButtonLink tone="quiet" href={`/stockroom/dockets/new?copy=${docket.id}`}>
                  Copy
                </ButtonLink>
              )}
              <Button tone="go" busy={isSubmitting} disabled={!isDirty && !isNew}>
                Save docket
              </Button>
            </div>
            <TextField
              className="mt-3"
              label="Name"
              inputClass="font-slab text-[16px]"
              placeholder="Name of the docket"
              problem={errors.name?.message}
              {...form.register('name')}
            />
            <UsedLine uses={uses} outlets={outlets} />
            <LinesPart />
            <AcceptsPart />
            <ShotListPart />
            <WordingPart />
            <PlanPart />
            <OutletsPart />
          </section>
          <Result document={document} plan={plan.document} />
        </form>
      </GoodsContext>
    </FormProvider>
  );
}

/** What a change of the docket is a change of. */
function UsedLine({ uses, outlets }: { uses: DocketUseView[]; outlets: OutletView[] }) {
  const made = (u: DocketUseView) =>
    `${count(u.proofs, 'proof')}${u.listings ? `, ${count(u.listings, 'listing')}` : ''} at ${outlets.find((o) => o.id === u.outletId)?.name ?? u.outletId}`;
  return uses.length > 0 && <p className="mt-1 text-[12px] text-soft">Made from it: {uses.map(made).join('; ')}.</p>;
}
