import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { controlAction } from '../control';
import { esc, money, page } from '../page';
import { ALDERGATE } from './aldergate';
import { BRIGHTSEA } from './brightsea';
import type { Listed } from './form';
import { inSpring } from './spring';

interface House {
  house: string;
  products: Listed[];
}
const HOUSES: Record<string, House> = { brightsea: BRIGHTSEA, aldergate: ALDERGATE };

const CSS = `body{font:15px/1.5 Georgia,serif;color:#23302f;background:#eef1ec}main{max-width:880px;margin:0 auto;padding:36px 24px}
h1{font-size:30px;margin:0}p{margin:6px 0 22px;color:#56625f}table{width:100%;border-collapse:collapse;background:#fff}
td,th{padding:7px 12px;text-align:left;border-bottom:1px solid #d9dfd8}td:last-child,th:last-child{text-align:right}
button{font:inherit;padding:8px 16px;border:0;background:#2d5a53;color:#fff;cursor:pointer}`;

/**
 * Brightsea Works (clothes, drinkware, bags) and Aldergate Press (paper, homeware, stationery): what they offer, told to whoever asks. Each
 * has a second list, for spring, that its own page or the control address brings out; which one holds is kept in `folder`.
 */
export function printHouses(app: FastifyInstance, folder: string): void {
  mkdirSync(folder, { recursive: true });
  for (const [name, house] of Object.entries(HOUSES)) {
    const file = join(folder, `${name}.list`);
    const spring = () => existsSync(file) && readFileSync(file, 'utf8') === 'spring';
    const list = (): House => (spring() ? inSpring(house) : house);
    const put = (which: 'first' | 'spring') => writeFileSync(file, which);
    controlAction(name, 'spring', () => put('spring'));
    controlAction(name, 'first', () => put('first'));
    app.get(`/${name}/catalogue`, list);
    app.get(`/${name}`, (_, reply) => reply.type('text/html').send(pageOf(name, list(), spring())));
    app.post(`/${name}/list`, (_, reply) => {
      put(spring() ? 'first' : 'spring');
      return reply.redirect(`/houses/${name}`, 303);
    });
  }
}

function pageOf(name: string, { house, products }: House, spring: boolean): string {
  const rows = products.map((p) => {
    const costs = p.costs.map((c) => c.cost_cents);
    return `<tr><td>${esc(p.name)}${p.from ? ` (from ${esc(p.from)})` : ''}</td><td>${p.colours.length} colours, ${p.sizes.length} sizes</td><td>${money(Math.min(...costs), p.currency)} to ${money(Math.max(...costs), p.currency)}</td></tr>`;
  });
  return page(
    house,
    CSS,
    `<main><h1>${esc(house)}</h1><p>A made-up print house that ships with the demo. ${spring ? 'This is its list for spring.' : 'This is its first list.'} Bring the other one out, and fetch the catalogues in the stockroom.</p>
<form method="post" action="/houses/${name}/list"><p><button>Bring out the ${spring ? 'first list again' : 'list for spring'}</button></p></form>
<table><tr><th>Product</th><th>Choice</th><th>Cost</th></tr>${rows.join('')}</table></main>`,
  );
}
