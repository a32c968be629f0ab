import type { Static } from '@sinclair/typebox';
import { SceneSheet } from '../scene/sheet';
import { DocketDocument } from '../docket/docket';
import { RulesDocument, SettingsDocument } from '../outlet/rules';
import { PricePlan } from '../pricing/plan';
import { AreaPlacement } from '../placement/form';
import { PhraseDocument } from '../phrasebook/entry';
import { BlankDocument } from '../stock/blank';

/** Every document that goes in and out, by the name under which its schema is published. */
export const DOCUMENTS = {
  blank: BlankDocument,
  docket: DocketDocument,
  phrase: PhraseDocument,
  placement: AreaPlacement,
  'price-plan': PricePlan,
  rules: RulesDocument,
  scene: SceneSheet,
  settings: SettingsDocument,
} as const;
export type DocumentName = keyof typeof DOCUMENTS;
export type DocumentOf<N extends DocumentName> = Static<(typeof DOCUMENTS)[N]>;

/** Where a document's schema stands, below the house's own address. */
export const schemaAddress = (name: DocumentName): string => `/api/v1/schemas/${name}.json`;

/** A document's schema as it is published: JSON Schema 2020-12. */
export const publishedSchema = (name: DocumentName): Record<string, unknown> => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: schemaAddress(name),
  // what the type library keeps beside the schema does not travel
  ...(JSON.parse(JSON.stringify(DOCUMENTS[name])) as object),
});
