import { byPick, esc, money, page } from '../page';
import type { Offer } from './offer';
import { CSS, HEAD } from './style';

const MADE_WORDS: Record<string, string> = {
  'to-order': 'made when you ask for it',
  'this-year': 'made this year',
  earlier: 'made some time ago',
};
const cheapest = (o: Offer) => Math.min(...o.kinds.map((k) => k.price));
const span = (from: number, to: number) => (from === to ? money(from, 'USD') : `${money(from, 'USD')} to ${money(to, 'USD')}`);

/** The chalked board: what there is to choose, priced by the last choice (the size), the others named below. */
function board(o: Offer): string {
  if (!o.kinds.length) return '<h2>Not priced yet</h2>';
  const priced = Math.max(0, o.choices.length - 1);
  const rows = byPick(o.kinds, priced, (k) => k.price).map(
    (r) => `<dt>${esc(r.pick || 'Each')}</dt><dd>${span(r.from, r.to)}</dd>`,
  );
  const others = o.choices
    .slice(0, priced)
    .map((name, k) => `<p>${esc(name)}: ${[...new Set(o.kinds.map((v) => v.picks[k]!))].map(esc).join(', ')}</p>`);
  return `<h2>${esc(o.choices[priced] ?? 'Price')}</h2><dl>${rows.join('')}</dl>${others.join('')}${o.tell ? `<p>Tell us: ${esc(o.tell)}</p>` : ''}<a class="take">Take it home</a>`;
}

const size = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1000)} KB` : `${(bytes / 1e6).toFixed(1)} MB`);
/** What is handed over at once when it is paid: nothing is posted. */
function handed(o: Offer): string {
  if (!o.downloads.length) return '';
  const rows = o.downloads.map(
    (d) => `<dt><a href="/kestrel/handed/${o.id}/${d.place}">${esc(d.name)}</a></dt><dd>${size(d.bytes)}</dd>`,
  );
  return `<h2>Handed to you at once</h2><dl>${rows.join('')}</dl>`;
}

/** An offer as a buyer sees it. */
export function offerPage(o: Offer): string {
  const note = {
    'set-aside': '<p class="aside">Set aside under the table: only the stallholder sees this.</p>',
    'packed-away': '<p class="aside">Packed away. Ask at the stall whether it comes back.</p>',
    'on-the-table': '',
  }[o.standing];
  const pictures = o.pictures.map((p) => `<img src="/kestrel/picture/${p.sha256}" alt="${esc(p.said)}">`).join('');
  return page(
    o.headline,
    CSS,
    `${HEAD}${note}<div class="cloth">${pictures}</div><main class="below"><div><h1>${esc(o.headline)}</h1><p class="by">from the ${esc(o.maker)} of Saltmarsh Lane, ${esc(MADE_WORDS[o.made] ?? o.made)}</p><div class="text">${esc(o.text)}</div><p class="words">${o.catchwords.map(esc).join(' · ')}</p></div><aside class="board">${board(o)}${handed(o)}</aside></main>`,
  );
}

/** The stall with everything that lies on its table. */
export function tablePage(all: Offer[]): string {
  const laid = all.map(
    (o) =>
      `<a href="/kestrel/fair/${o.id}"><img src="/kestrel/picture/${o.pictures[0]?.sha256 ?? ''}" alt=""><span>${esc(o.headline)}</span><b>from ${money(cheapest(o), 'USD')}</b></a>`,
  );
  return page('Saltmarsh Lane at Kestrel Fair', CSS, `${HEAD}<div class="table">${laid.join('')}</div>`);
}
