import { byPick, esc, page } from '../page';
import type { Ware } from './ware';

/** A shop on the quay: signal flags down the mast at the left, wares listed as in a ship's papers. */
const CSS = `body{font:16px/1.6 "DejaVu Sans",Verdana,sans-serif;color:#12283d;background:#e7eeec;display:grid;grid-template-columns:118px 1fr;min-height:100vh}a{color:inherit}
.mast{background:#12283d;color:#fff;display:flex;flex-direction:column;align-items:center;gap:12px;padding:26px 0}.mast i{width:58px;height:42px;display:block}.mast b{writing-mode:vertical-rl;font-size:21px;letter-spacing:.06em;margin-top:16px}.mast a{text-decoration:none}
.f1{background:linear-gradient(#f3c53b 50%,#c7362f 50%)}.f2{background:linear-gradient(90deg,#fff 50%,#2f65a7 50%)}.f3{background:radial-gradient(circle,#c7362f 11px,#fff 12px)}.f4{background:linear-gradient(135deg,#2f65a7 50%,#f3c53b 50%)}
.hull{padding:34px 54px 80px;max-width:1120px}.note{background:#f3c53b;padding:8px 16px;display:inline-block;margin:0 0 18px}h1{font-size:27px;line-height:1.25;margin:0 0 4px;max-width:30ch}.from{font-size:19px;margin:0 0 22px}
.deck{display:grid;grid-template-columns:1fr 1fr 1fr;gap:6px;margin:0 0 30px}.deck img{width:100%;aspect-ratio:1;object-fit:cover}
.papers{display:grid;grid-template-columns:1.15fr 1fr;gap:48px}.papers h2,.papers h3{font-size:17px}.story p:first-child{margin-top:0}
table{border-collapse:collapse;width:100%;background:#f7faf8;font-size:15px;font-variant-numeric:tabular-nums}caption{text-align:left;font-weight:700;padding:0 0 8px}td,th{border:1px solid #12283d;padding:6px 11px;text-align:left;font-weight:400}td:last-child{text-align:right;white-space:nowrap}.load{background:#c7362f;color:#fff;padding:13px 20px;margin-top:14px;display:block;text-align:center}.small{font-size:13.5px;color:#4b6072}
.quay{display:grid;grid-template-columns:repeat(3,1fr);gap:30px 24px}.quay a{text-decoration:none;border-top:5px solid #12283d;background:#f7faf8;padding-bottom:12px}.quay img{width:100%;aspect-ratio:1;object-fit:cover}.quay span{display:block;padding:9px 12px 0;font-size:14.5px;line-height:1.4}`;
/** Which of the seller's shops a page is of. */
interface Of {
  name: string;
}
const mast = (shop: Of): string =>
  `<div class="mast"><i class="f1"></i><i class="f2"></i><i class="f3"></i><i class="f4"></i><b><a href="/${shop.name}/shop">Saltmarsh Lane</a></b></div>`;
const inCents = (a: Ware['articles'][number]) => Math.round(Number(a.price.USD) * 100);
const dollars = (cents: number) => `$${(cents / 100).toFixed(2)}`;
const lowest = (w: Ware) => Math.min(...w.articles.map(inCents));

/** The ship's papers: each size with its price, the other choices named beside. */
function papers(w: Ware): string {
  const last = Math.max(0, w.choices.length - 1);
  const rows = byPick(w.articles, last, inCents).map(
    (r) => `<tr><th>${esc(r.pick || 'One')}</th><td>${dollars(r.from)}${r.to > r.from ? ` – ${dollars(r.to)}` : ''}</td></tr>`,
  );
  const others = w.choices
    .slice(0, last)
    .map(
      (name, k) => `<p class="small">${esc(name)}: ${[...new Set(w.articles.map((a) => a.picks[k]!))].map(esc).join(', ')}</p>`,
    );
  return `<table><caption>${esc(w.choices[last] ?? 'Price')}</caption>${rows.join('')}</table>${others.join('')}<a class="load">Load it aboard</a>`;
}

/** What is in the bag at once: nothing is shipped. */
const inTheBag = (w: Ware, shop: Of): string =>
  w.in_the_bag?.length
    ? `<h3>In your bag at once</h3><ul>${w.in_the_bag.map((f) => `<li><a href="/${shop.name}/bag/${f.sha256}/${encodeURIComponent(f.called)}">${esc(f.called)}</a></li>`).join('')}</ul>`
    : '';

export function warePage(w: Ware, shop: Of): string {
  // the story was sanitised when it came in
  return page(
    w.for_search?.title ?? w.name,
    CSS,
    `${mast(shop)}<div class="hull">${w.standing === 'in-the-back' ? '<p class="note">In the back: nobody passing by sees this.</p>' : ''}<h1>${esc(w.name)}</h1><p class="from">${esc(w.kind)} by ${esc(w.brand)}, from ${dollars(lowest(w))}</p><div class="deck">${w.pictures.map((p) => `<img src="/${shop.name}/picture/${p.sha256}" alt="${esc(p.alt)}">`).join('')}</div><div class="papers"><div class="story">${w.story}<p class="small">${w.labels.map(esc).join(' / ')}</p></div><div>${papers(w)}${inTheBag(w, shop)}</div></div></div>`,
  );
}

/** The harbour office: where the shop's owner finds the key for helpers. */
export function officePage(key: string, shop: Of): string {
  return page(
    'Harbour office',
    CSS,
    `${mast(shop)}<div class="hull"><h1>Harbour office</h1><p class="from">For the owner of Saltmarsh Lane.</p><div class="story"><p>A helper who loads and unloads for you needs your key. Give it to nobody else.</p><p class="note"><b>${esc(key)}</b></p><p class="small">It opens the yard: wares, pictures, what stands in the window. It does not open the till.</p></div></div>`,
  );
}

export function shopPage(all: Ware[], shop: Of): string {
  return page(
    'Saltmarsh Lane, on the quay',
    CSS,
    `${mast(shop)}<div class="hull"><h1>Landed this season</h1><p class="from">Drawn on the saltmarsh, printed when you order.</p><div class="quay">${all.map((w) => `<a href="/${shop.name}/shop/${w.address}"><img src="/${shop.name}/picture/${w.pictures[0]?.sha256 ?? ''}" alt=""><span>${esc(w.name)}<br>from ${dollars(lowest(w))}</span></a>`).join('')}</div></div>`,
  );
}
