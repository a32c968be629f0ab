import Ajv from 'ajv';
import { body, route, uuid } from '@/app/_http/route';
import { changeProof, proof, type ProofChange } from '@/services/proofs';
import { proofView } from '@/services/views';
import { Trouble } from '@/services/trouble';

export const GET = route(async (caller, _, { id }) => proofView(await proof(caller.workspace, uuid(id, 'proof'))));

const valid = new Ajv().compile({
  type: 'object',
  additionalProperties: false,
  minProperties: 1,
  properties: {
    title: { type: 'string', maxLength: 1000 },
    description: { type: 'string', maxLength: 60000 },
    tags: { type: 'array', maxItems: 300, items: { type: 'string', maxLength: 200 } },
    prices: { type: 'object', additionalProperties: { type: 'integer', minimum: 1 } },
    pattern: { type: 'array', items: { enum: ['title', 'description', 'tags', 'prices'] } },
  },
});

export const PATCH = route(async (caller, request, { id }) => {
  const change = await body<ProofChange>(request);
  if (!valid(change))
    throw new Trouble('not-valid', `${valid.errors![0]!.instancePath.slice(1) || 'The change'} ${valid.errors![0]!.message}.`);
  return proofView(await changeProof(caller.workspace, uuid(id, 'proof'), change));
});
