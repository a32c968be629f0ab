/** JSON Schema of a docket's spec: what the editor and the API may save. */
const text = (maxLength: number) => ({ type: 'string', minLength: 1, maxLength });
const whole = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });

export const DOCKET_SCHEMA = {
  type: 'object',
  additionalProperties: false,
  required: ['noun', 'colours', 'sizes', 'area', 'placement', 'shots', 'wording', 'pricePlan', 'accepts', 'outlets'],
  properties: {
    noun: text(60),
    colours: { type: 'array', minItems: 1, maxItems: 40, uniqueItems: true, items: text(60) },
    sizes: { type: 'array', minItems: 1, maxItems: 40, uniqueItems: true, items: text(60) },
    area: text(60),
    placement: {
      type: 'object',
      additionalProperties: false,
      required: ['mode', 'scale', 'topMm'],
      properties: {
        mode: { enum: ['fit', 'cover'] },
        scale: { type: 'number', minimum: 0.1, maximum: 1 },
        topMm: { type: 'number', minimum: 0, maximum: 1000 },
      },
    },
    shots: {
      type: 'array',
      minItems: 1,
      maxItems: 20,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['scene', 'colour'],
        properties: { scene: text(60), colour: { anyOf: [{ const: 'featured' }, whole(0, 39)] } },
      },
    },
    wording: {
      type: 'object',
      additionalProperties: false,
      required: ['title', 'description', 'tags'],
      properties: { title: text(600), description: text(20000), tags: { type: 'array', maxItems: 60, items: text(120) } },
    },
    pricePlan: {
      type: 'object',
      additionalProperties: false,
      required: ['name', 'aim', 'postageIncluded', 'largeSizeExtraMinor', 'ending'],
      properties: {
        name: text(60),
        aim: {
          anyOf: [
            {
              type: 'object',
              additionalProperties: false,
              required: ['kind', 'share'],
              properties: { kind: { const: 'margin' }, share: whole(0, 950_000) },
            },
            {
              type: 'object',
              additionalProperties: false,
              required: ['kind', 'minor'],
              properties: { kind: { enum: ['profit', 'fixed'] }, minor: whole(0, 10_000_000) },
            },
          ],
        },
        postageIncluded: { type: 'boolean' },
        largeSizeExtraMinor: whole(0, 100_000),
        ending: { anyOf: [{ type: 'null' }, whole(0, 99)] },
      },
    },
    accepts: {
      type: 'object',
      additionalProperties: false,
      required: ['ground', 'minPpi'],
      properties: { ground: { enum: ['see-through', 'full', 'any'] }, minPpi: whole(30, 600) },
    },
    outlets: { type: 'array', uniqueItems: true, items: text(60) },
  },
};
