import { esc, money, page } from '../page';
import type { KestrelListing } from './listing';
import { CSS } from './style';

const HEAD = '<header><a class="brand" href="/kestrel/fair">Kestrel Fair</a></header>';
const cheapest = (l: KestrelListing) => Math.min(...l.variants.map((v) => v.price_cents));

/** The listing as a buyer sees it. */
export function listingPage(l: KestrelListing): string {
  const shots = l.pictures.map((p, i) => `<img ${i ? '' : 'class="first"'} src="/kestrel/picture/${p.id}" alt="${esc(p.alt)}">`);
  const options = l.options
    .map(
      (name, k) =>
        `<b>${esc(name)}</b>${[...new Set(l.variants.map((v) => v.values[k]!))].map((v) => `<span>${esc(v)}</span>`).join('')}`,
    )
    .join('');
  return page(
    l.title,
    CSS,
    `${HEAD}<main>${l.state === 'draft' ? '<p class="draft">Draft: only the stall holder sees this page.</p>' : ''}<div class="two"><div class="shots">${shots[0] ?? ''}<div class="row">${shots.slice(1).join('')}</div></div><div><p class="stall">Saltmarsh Lane · made to order</p><h1>${esc(l.title)}</h1><p class="price">${l.variants.length ? money(cheapest(l), 'USD') : 'No price yet'}${new Set(l.variants.map((v) => v.price_cents)).size > 1 ? ' and up' : ''}</p><div class="opts">${options}</div><a class="buy">Put in basket</a><p class="text">${esc(l.description)}</p><p class="tags">${l.tags.map((t) => `<i>${esc(t)}</i>`).join('')}</p></div></div></main>`,
  );
}

export function stallPage(all: KestrelListing[]): string {
  return page(
    'Saltmarsh Lane · Kestrel Fair',
    CSS,
    `${HEAD}<main><h1>Saltmarsh Lane</h1><div class="stalls">${all.map((l) => `<a href="/kestrel/fair/listing/${l.id}"><img src="/kestrel/picture/${l.pictures[0]?.id ?? ''}" alt="">${esc(l.title.split(',')[0]!)}<br><b>${money(cheapest(l), 'USD')}</b></a>`).join('')}</div></main>`,
  );
}
