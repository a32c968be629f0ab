import { find, ROUTES } from './table';

const ID = '8f0c3f5e-6a4b-4a53-9a43-3f4c2b1d0e9f';
const address = (path: string) => path.replace(/\{version\}/, '2').replace(/\{\w+\}/g, ID);

test.each(ROUTES.map((r) => [r.method, r.path] as const))('%s %s is found at its own address', (method, path) => {
  const found = find(method, address(path));
  expect(found).toMatchObject({ route: { method, path } });
  const names = [...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]);
  expect(Object.keys((found as { params: object }).params)).toEqual(names);
});
test('no two operations have the same method and address', () =>
  expect(new Set(ROUTES.map((r) => `${r.method} ${r.path.replace(/\{\w+\}/g, '{}')}`)).size).toBe(ROUTES.length));
test('every name in a path has its kind, and no kind is without a name', () => {
  for (const r of ROUTES)
    expect([r.path, Object.keys(r.params.properties)]).toEqual([r.path, [...r.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1])]);
});
test('fixed words come before names', () => {
  expect(find('GET', '/artworks/found')).toMatchObject({ route: { path: '/artworks/found' }, params: {} });
  expect(find('GET', `/artworks/${ID}`)).toMatchObject({ route: { path: '/artworks/{id}' }, params: { id: ID } });
});
test('what can be read can be asked for its headers', () =>
  expect(find('HEAD', '/runs')).toMatchObject({ route: { method: 'GET', path: '/runs' } }));
test('an address asked in the wrong way says how it can be asked', () =>
  expect(find('DELETE', '/runs')).toEqual({ allowed: ['GET', 'POST'] }));
test.each(['', '/', '/nothing', '/runs/', '/runs//pass', '/artworks/%ff', '/artworks/%', '/../runs', '/runs/a/b/c'])(
  '“%s” leads nowhere',
  (path) => expect(find('GET', path)).toBeNull(),
);
test('a name may hold what is written in percent (RFC 3986, section 2.1)', () =>
  expect(find('GET', '/pictures/a%2Fb')).toMatchObject({ params: { name: 'a/b' } }));

/** Places in a shape where a request could say as much as it likes: texts without a length, lists without a count. */
function unbounded(schema: Record<string, unknown>, at = ''): string[] {
  const of = schema as { type?: string; anyOf?: object[]; properties?: object; items?: object; additionalProperties?: unknown; patternProperties?: object }; // prettier-ignore
  const inner = [
    ...Object.entries(of.properties ?? {}).flatMap(([k, v]) => unbounded(v as never, `${at}.${k}`)),
    ...(of.anyOf ?? []).flatMap((v) => unbounded(v as never, at)),
    ...Object.values(of.patternProperties ?? {}).flatMap((v) => unbounded(v as never, `${at}.*`)),
    ...(of.items ? unbounded(of.items as never, `${at}[]`) : []),
  ];
  if (of.type === 'string' && !['maxLength', 'enum', 'const', 'format', 'pattern'].some((k) => k in schema)) inner.push(at);
  if (of.type === 'array' && !('maxItems' in schema)) inner.push(`${at}[]`);
  return inner;
}
test.each(ROUTES.filter((r) => r.body).map((r) => [r.method, r.path, r.body!] as const))(
  'every text and list in the body of %s %s has its bounds',
  (_, __, body) => expect(unbounded(body as never)).toEqual([]),
);
test.each(ROUTES.map((r) => [r.method, r.path, r.query] as const))('and in the query of %s %s', (_, __, query) =>
  expect(unbounded(query as never)).toEqual([]),
);
