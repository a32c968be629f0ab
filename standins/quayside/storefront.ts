import { esc, page } from '../page';
import type { QuaysideProduct } from './product';

/** A seller's own shop: white, wide, thin sans, navy rules. */
const CSS = `body{font:15px/1.6 "Liberation Sans",Arial,sans-serif;color:#12233a;background:#fff}nav{display:flex;justify-content:space-between;padding:22px 48px;border-bottom:1px solid #12233a;letter-spacing:.18em;text-transform:uppercase;font-size:13px}nav a{color:inherit;text-decoration:none}
main{display:grid;grid-template-columns:repeat(12,1fr);gap:20px;padding:36px 48px}.gallery{grid-column:1/8;display:grid;grid-template-columns:1fr 1fr;gap:8px}.gallery img:first-child{grid-column:1/3}.info{grid-column:8/13;padding-left:26px}h1{font-weight:400;font-size:28px;line-height:1.25;margin:0 0 6px}.price{font-size:20px;border-bottom:1px solid #c9d2de;padding-bottom:14px}
fieldset{border:0;padding:0;margin:18px 0}legend{font-size:12px;letter-spacing:.12em;text-transform:uppercase;margin-bottom:8px}fieldset span{border:1px solid #12233a;padding:6px 12px;display:inline-block;margin:0 6px 6px 0;font-size:13px}.add{background:#12233a;color:#fff;text-align:center;padding:15px;letter-spacing:.12em;text-transform:uppercase;font-size:13px;margin:22px 0}.note{background:#eef2f7;padding:10px 48px;font-size:13px}
.grid{display:grid;grid-template-columns:repeat(4,1fr);gap:28px 20px;padding:36px 48px}.grid a{color:inherit;text-decoration:none}`;
const NAV = '<nav><a href="/quayside/shop">Saltmarsh Lane</a><span>Shop &nbsp; About &nbsp; Basket (0)</span></nav>';
const lowest = (p: QuaysideProduct) => p.variants.map((v) => v.price).sort((a, b) => Number(a) - Number(b))[0]!;

export function productPage(p: QuaysideProduct): string {
  const choices = p.option_names
    .map(
      (name, k) =>
        `<fieldset><legend>${esc(name)}</legend>${[...new Set(p.variants.map((v) => v.choices[k]!))].map((c) => `<span>${esc(c)}</span>`).join('')}</fieldset>`,
    )
    .join('');
  // body_html was sanitised when it came in
  return page(
    p.name,
    CSS,
    `${p.status === 'hidden' ? '<div class="note">Preview: this product is hidden from the shop.</div>' : ''}${NAV}<main><div class="gallery">${p.media.map((m) => `<img src="/quayside/file/${m.file}" alt="${esc(m.alt)}">`).join('')}</div><div class="info"><h1>${esc(p.name)}</h1><p class="price">$${lowest(p)}</p>${choices}<div class="add">Add to basket</div>${p.body_html}</div></main>`,
  );
}

export function shopPage(all: QuaysideProduct[]): string {
  return page(
    'Saltmarsh Lane',
    CSS,
    `${NAV}<div class="grid">${all.map((p) => `<a href="/quayside/shop/${p.handle}"><img src="/quayside/file/${p.media[0]?.file ?? ''}" alt=""><p>${esc(p.name)}<br>$${lowest(p)}</p></a>`).join('')}</div>`,
  );
}
