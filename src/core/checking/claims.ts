/**
 * What listings like to claim of goods: what they are made of, how they are made, what they stand. A claim is good where the blank’s own
 * text, its care or its name state it. Which words are claims: common practice, no single source; that they must be true is law nearly
 * everywhere (in the European Union Directive 2005/29/EC, article 6).
 */
const CLAIMS: readonly RegExp[] = [
  /\b(?:organic|ring-?spun|combed|pure|100 ?%) cotton\b|\bcotton\b/,
  /\borganic\b/,
  /\blinen\b/,
  /\bsilk\b/,
  /\b(?:merino |lambs)?wool(?:len)?\b/,
  /\bcashmere\b/,
  /\bbamboo\b/,
  /\bhemp\b/,
  /\b(?:real |genuine |vegan |faux )?leather\b/,
  /\bvelvet\b/,
  /\bpolyester\b/,
  /\bceramic\b/,
  /\b(?:porcelain|bone china)\b/,
  /\bstoneware\b/,
  /\bstainless steel\b/,
  /\balumini?um\b/,
  /\b(?:solid )?(?:oak|walnut|pine|hardwood)\b/,
  /\b(?:sterling|solid) silver\b|\b(?:solid|\d+ ?carat) gold\b|\bgold[- ]plated\b/,
  /\brecycled\b/,
  /\bvegan\b/,
  /\b(?:biodegradable|compostable)\b/,
  /\b(?:eco|environmentally)[- ]friendly\b|\bsustainabl[ey]\b|\bcarbon[- ]neutral\b/,
  /\bfair[- ]trade\b/,
  /\bhand[- ]?(?:made|crafted|painted|drawn|sewn|printed|embroidered)\b/,
  /\bembroider(?:ed|y)\b/,
  /\b(?:water|weather)[- ]?proof\b|\bwater[- ]resistant\b/,
  /\bdishwasher[- ](?:safe|proof)\b/,
  /\bmicrowave[- ](?:safe|proof)\b/,
  /\bfood[- ]safe\b/,
  /\bmachine[- ]washable\b/,
  /\bhypoallergenic\b/,
  /\b(?:bpa|lead)[- ]free\b/,
  /\b(?:fade|uv|scratch)[- ](?:resistant|proof)\b|\blightfast\b/,
  /\b(?:archival|acid-free|museum[- ]quality)\b/,
  /\bpre-?shrunk\b/,
  /\bflame[- ](?:resistant|retardant)\b/,
  /\bmade in (?:the )?(?:usa|us|u\.s\.|uk|eu|england|scotland|wales|ireland|germany|france|italy|spain|portugal|poland|latvia|canada|australia|america|britain|europe)\b/,
].map((c) => new RegExp(c.source, 'g'));
/** Most texts claim nothing: that is found out at once. */
const ANY = new RegExp(CLAIMS.map((c) => c.source).join('|'));

/** Claims in a text that neither the goods state nor the motif is about: “silk” on a moth, “pine” on trees. */
export function unstated(text: string, goods: string, motif: string): string[] {
  const said = text.toLowerCase();
  if (!ANY.test(said)) return [];
  const [stated, about] = [goods.toLowerCase(), motif.toLowerCase()];
  const found = new Set<string>();
  for (const claim of CLAIMS) {
    const here = said.match(claim);
    if (here && !stated.match(claim) && !about.match(claim)) for (const h of here) found.add(h);
  }
  return [...found];
}
