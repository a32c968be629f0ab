/** Drawing helpers: every function returns SVG text. Coordinates are the artboard's units, 900 x 1080 for shirts. */
export const p = (d: string, fill: string, more = ''): string => `<path d="${d}" fill="${fill}" ${more}/>`;
export const line = (d: string, stroke: string, width: number, more = ''): string =>
  `<path d="${d}" fill="none" stroke="${stroke}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round" ${more}/>`;
export const disc = (x: number, y: number, r: number, fill: string, more = ''): string =>
  `<circle cx="${x}" cy="${y}" r="${r}" fill="${fill}" ${more}/>`;
export const oval = (x: number, y: number, rx: number, ry: number, fill: string, more = ''): string =>
  `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" fill="${fill}" ${more}/>`;
export const at = (x: number, y: number, body: string, turn = 0, scale = 1): string =>
  `<g transform="translate(${x} ${y}) rotate(${turn}) scale(${scale})">${body}</g>`;
export const mirrored = (cx: number, body: string): string =>
  body + `<g transform="translate(${2 * cx} 0) scale(-1 1)">${body}</g>`;

/** A wavy line from x0 to x1 as path data. */
export function wave(x0: number, x1: number, y: number, length: number, height: number): string {
  let d = `M${x0} ${y}`;
  for (let x = x0, up = 1; x < x1 - 1; x += length / 2, up = -up) d += `q${length / 4} ${-height * up} ${length / 2} 0`;
  return d;
}

/** Rays of a sun from `inner` to `outer`. */
export function rays(
  cx: number,
  cy: number,
  inner: number,
  outer: number,
  count: number,
  width: number,
  colour: string,
  from = 0,
  to = 360,
): string {
  return Array.from({ length: count }, (_, i) => {
    const a = ((from + ((to - from) * i) / (to - from === 360 ? count : count - 1)) * Math.PI) / 180;
    return line(
      `M${(cx + inner * Math.cos(a)).toFixed(1)} ${(cy + inner * Math.sin(a)).toFixed(1)}L${(cx + outer * Math.cos(a)).toFixed(1)} ${(cy + outer * Math.sin(a)).toFixed(1)}`,
      colour,
      width,
    );
  }).join('');
}

/** A regular star's path. */
export function star(cx: number, cy: number, r: number, inner: number, points: number, turn = -90): string {
  return (
    Array.from({ length: points * 2 }, (_, i) => {
      const a = ((turn + (i * 180) / points) * Math.PI) / 180;
      const k = i % 2 ? inner : r;
      return `${i ? 'L' : 'M'}${(cx + k * Math.cos(a)).toFixed(1)} ${(cy + k * Math.sin(a)).toFixed(1)}`;
    }).join('') + 'Z'
  );
}

/** A leafy stem growing up from (0, 0), `height` tall. */
export function stem(height: number, leaves: number, leaf: string, stalk: string, bend = 30, size = 44): string {
  let body = line(`M0 0Q${bend} ${-height / 2} 0 ${-height}`, stalk, 9);
  for (let i = 1; i <= leaves; i++) {
    const t = i / (leaves + 0.4);
    const x = 2 * (1 - t) * t * bend;
    const y = -t * height;
    const grown = size * (1.15 - 0.55 * t);
    for (const side of [-1, 1])
      body += at(
        x,
        y,
        p(
          `M0 0C${grown * 0.5} ${-grown * 0.75} ${grown * 1.25} ${-grown * 0.7} ${grown * 1.6} ${-grown * 0.15}C${grown * 1.1} ${grown * 0.25} ${grown * 0.5} ${grown * 0.25} 0 0Z`,
          leaf,
        ),
        side < 0 ? 0 : 0,
        1,
      ).replace('scale(1)', `scale(${side} 1) rotate(-18)`);
  }
  return body;
}
