import { at, disc, line, mirrored, oval, p, rays, star, wave } from './shapes';

/** A set of inks. `key` draws outlines and lettering; the others fill. */
export interface Inks {
  key: string;
  warm: string;
  cool: string;
  pale: string;
  deep: string;
}
export const ON_DARK: Inks = { key: '#f7efdc', warm: '#f2a93b', cool: '#7fc4bd', pale: '#fbe3b8', deep: '#e4694a' };
export const ON_LIGHT: Inks = { key: '#1d3145', warm: '#d9702f', cool: '#2f7d7a', pale: '#e5ae5c', deep: '#b8432f' };

/** Every motif stays inside 900 x 720, centred on 450. */
export function lighthouse(k: Inks, ground: string): string {
  const bands = [0, 1, 2]
    .map((i) =>
      p(
        `M${372 - i * 10} ${300 + i * 104}L${528 + i * 10} ${300 + i * 104}L${533 + i * 10} ${352 + i * 104}L${367 - i * 10} ${352 + i * 104}Z`,
        k.deep,
      ),
    )
    .join('');
  const beams = mirrored(
    450,
    p('M520 176L880 96L880 262L520 214Z', k.warm, 'opacity=".92"') + p('M640 168L880 128L880 218L640 204Z', k.pale),
  );
  return (
    beams +
    p('M380 248L520 248L556 610L344 610Z', k.key) +
    bands +
    p('M352 226h196v26h-196z', k.key) +
    p('M396 150h108v76h-108z', k.warm) +
    line('M432 150v76M468 150v76', ground, 7) +
    p('M384 150Q450 76 516 150Z', k.deep) +
    disc(450, 92, 13, k.key) +
    line('M352 206h196', k.key, 8) +
    p('M430 540q20 -34 40 0v70h-40z', ground) +
    p('M436 400h28v42h-28zM438 300h24v34h-24z', ground) +
    p('M250 622Q330 574 450 596Q590 566 668 622Q560 650 450 640Q330 652 250 622Z', k.cool) +
    line(wave(210, 700, 668, 122, 34), k.key, 13) +
    line(wave(276, 640, 704, 122, 34), k.cool, 11)
  );
}

export function crab(k: Inks, ground: string): string {
  const half =
    line('M300 430Q214 452 196 540M316 470Q246 506 250 590M346 500Q300 548 316 622', k.deep, 26) +
    line('M296 380Q198 340 196 246', k.deep, 34) +
    p('M196 258C112 236 92 130 158 74C150 132 176 152 204 166C214 132 206 100 194 76C276 104 292 220 196 258Z', k.deep) +
    p('M150 120C138 156 152 196 180 214C160 178 158 150 150 120Z', k.warm) +
    line('M392 332V262', k.deep, 20) +
    disc(392, 250, 34, k.key) +
    disc(398, 250, 16, ground);
  return (
    mirrored(450, half) +
    p('M450 320C610 316 690 400 664 470C640 540 560 560 450 560C340 560 260 540 236 470C210 400 290 316 450 320Z', k.deep) +
    p('M450 346C560 344 620 386 628 424C560 396 340 396 272 424C280 386 340 344 450 346Z', k.warm, 'opacity=".85"') +
    line('M384 478Q450 528 516 478', ground, 15) +
    disc(330, 450, 10, k.warm) +
    disc(570, 450, 10, k.warm) +
    disc(306, 484, 7, k.warm) +
    disc(594, 484, 7, k.warm)
  );
}

export function sunSwim(k: Inks): string {
  const swimmer =
    disc(560, 470, 34, k.key) +
    p('M330 520C400 470 470 456 530 508C560 530 520 548 480 546L330 546Z', k.key) +
    line('M420 504C440 424 520 400 590 420', k.key, 30);
  return (
    `<clipPath id="half"><path d="M0 0H900V520H0Z"/></clipPath><g clip-path="url(#half)">${disc(450, 400, 262, k.warm)}${[0, 1, 2].map((i) => p(`M150 ${330 + i * 58}h600v${12 + i * 5}h-600z`, k.deep)).join('')}</g>` +
    swimmer +
    line(wave(120, 790, 548, 168, 56), k.cool, 27) +
    line(wave(170, 740, 610, 142, 48), k.key, 20) +
    line(wave(240, 680, 664, 122, 40), k.cool, 16)
  );
}

export function train(k: Inks, ground: string): string {
  return (
    p('M650 66A104 104 0 1 0 752 190A88 88 0 0 1 650 66Z', k.pale) +
    [
      [180, 120, 22],
      [300, 70, 13],
      [240, 230, 12],
      [420, 130, 15],
      [150, 330, 14],
    ]
      .map(([x, y, r]) => p(star(x!, y!, r!, r! * 0.36, 4), k.key))
      .join('') +
    p('M250 300Q254 250 310 246L590 246Q646 250 650 300L670 560Q668 600 620 602L280 602Q232 600 230 560Z', k.warm) +
    p('M300 300h130v116h-144l6 -96Q294 300 300 300zM470 300h130q8 0 8 20l6 96h-144z', ground) +
    p('M318 316h50l-30 84h-26zM560 316h30l4 50l-22 34h-30z', k.cool, 'opacity=".85"') +
    p('M240 450h420l4 46h-428z', k.deep) +
    disc(310, 546, 30, k.key) +
    disc(590, 546, 30, k.key) +
    p('M400 524h100v46h-100z', ground) +
    p('M300 602h300l30 40h-360z', k.key) +
    line('M250 660L190 716M650 660L710 716M330 690h240', k.key, 15)
  );
}

export function gull(k: Inks, ground: string): string {
  return (
    p(
      'M250 300C300 190 420 170 490 226C520 250 540 250 560 236C620 196 690 216 706 270L790 290L706 318C690 400 650 430 640 500C620 620 500 680 380 660C240 640 130 560 96 470C180 500 230 440 250 300Z',
      k.key,
    ) +
    p('M300 420C400 360 560 400 600 480C520 590 330 610 150 540C230 520 270 470 300 420Z', k.cool) +
    line('M260 540Q400 560 520 500M300 490Q420 510 540 460', ground, 10) +
    p('M706 262L812 286Q818 296 806 304L700 322Z', k.warm) +
    line('M716 292h84', ground, 6) +
    disc(650, 262, 15, ground) +
    line('M622 232L676 246', ground, 12) +
    line('M420 660v58M500 650v68', k.warm, 18) +
    line('M380 722h70M468 722h70', k.warm, 16)
  );
}

export function octopus(k: Inks, ground: string): string {
  const arms = mirrored(
    450,
    [
      'M400 460C340 540 330 640 230 640C170 636 170 570 220 570',
      'M360 430C280 480 250 540 150 520C90 500 110 430 160 444',
      'M430 480C410 580 430 680 350 710C300 720 290 670 330 664',
    ]
      .map((d) => line(d, k.deep, 46))
      .join(''),
  );
  return (
    arms +
    p('M450 60C610 60 660 210 620 330C600 420 560 500 450 500C340 500 300 420 280 330C240 210 290 60 450 60Z', k.deep) +
    p('M450 92C360 96 316 180 318 262C340 170 400 120 500 112Z', k.warm, 'opacity=".8"') +
    disc(388, 352, 44, k.key) +
    disc(512, 352, 44, k.key) +
    disc(398, 358, 20, ground) +
    disc(502, 358, 20, ground) +
    line('M412 436Q450 468 488 436', ground, 13) +
    [
      [210, 604],
      [150, 480],
      [360, 690],
      [270, 600],
      [690, 604],
      [750, 480],
      [540, 690],
      [630, 600],
    ]
      .map(([x, y]) => disc(x!, y!, 8, k.pale))
      .join('')
  );
}

export function whale(k: Inks, ground: string): string {
  return (
    p(
      'M90 420C90 280 240 210 420 216C600 222 690 330 726 420C760 380 744 316 690 286C760 280 800 310 806 350C822 312 862 296 896 310C892 380 830 410 800 440C780 560 640 640 450 640C220 640 90 560 90 420Z',
      k.cool,
    ) +
    p('M104 470C240 520 470 530 690 490C640 590 540 636 430 636C250 632 130 580 104 470Z', k.pale) +
    line('M180 540Q240 580 320 600M250 520Q320 566 420 590M350 516Q430 560 520 574', k.cool, 11) +
    disc(250, 400, 19, ground) +
    line('M120 460Q200 494 300 470', ground, 11) +
    line('M420 180V100M420 104C400 50 340 50 326 92M420 104C440 50 500 50 514 92', k.key, 17) +
    p('M470 520C500 600 460 650 400 664C420 610 400 560 380 520Z', k.cool)
  );
}

export function shell(k: Inks): string {
  const ribs = Array.from({ length: 9 }, (_, i) => {
    const a = ((-160 + i * 17.5) * Math.PI) / 180;
    return line(`M450 600L${(450 + 360 * Math.cos(a)).toFixed(0)} ${(560 + 370 * Math.sin(a) * 1.18).toFixed(0)}`, k.deep, 15);
  }).join('');
  const rim = Array.from(
    { length: 10 },
    (_, i) =>
      `${(450 + 380 * Math.cos(((-170 + i * 17.8) * Math.PI) / 180)).toFixed(0)} ${(560 + 450 * Math.sin(((-170 + i * 17.8) * Math.PI) / 180)).toFixed(0)}`,
  );
  const scallop = rim.map((xy, i) => (i ? `A62 62 0 0 1 ${xy}` : `M${xy}`)).join('');
  return (
    p(`${scallop}L500 640L400 640Z`, k.pale) +
    `<clipPath id="sh"><path d="${scallop}L500 640L400 640Z"/></clipPath><g clip-path="url(#sh)">${disc(450, 620, 250, k.warm, 'opacity=".55"')}${disc(450, 640, 150, k.deep, 'opacity=".4"')}${ribs}</g>` +
    p('M330 590C380 650 520 650 570 590L590 660C540 700 360 700 310 660Z', k.deep)
  );
}

export function anchorRope(k: Inks): string {
  return (
    line('M450 200V650M320 270H580', k.key, 40) +
    `<circle cx="450" cy="140" r="52" fill="none" stroke="${k.key}" stroke-width="32"/>` +
    line('M200 470C220 610 340 660 450 660C560 660 680 610 700 470', k.key, 42) +
    p('M152 520L204 400L270 510ZM748 520L696 400L630 510Z', k.key) +
    line('M560 120C640 200 380 250 400 340C420 430 560 400 540 500C526 570 420 570 380 620', k.warm, 22) +
    line(
      'M560 120C640 200 380 250 400 340C420 430 560 400 540 500C526 570 420 570 380 620',
      k.deep,
      5,
      'stroke-dasharray="14 18"',
    )
  );
}

export function mountainsSea(k: Inks): string {
  return (
    disc(610, 220, 120, k.warm) +
    p('M90 560L330 200L470 400L570 280L810 560Z', k.key) +
    p('M330 200L400 304L356 290L330 330L296 296L266 300ZM570 280L622 342L586 336L560 360L530 330Z', k.cool) +
    line(wave(90, 810, 590, 144, 40), k.cool, 22) +
    line(wave(160, 750, 640, 122, 36), k.deep, 18) +
    line(wave(240, 670, 688, 112, 32), k.cool, 14)
  );
}

export function boat(k: Inks): string {
  return (
    p('M430 90C560 200 640 360 650 500L430 500Z', k.key) +
    p('M400 150C320 260 270 380 262 500L400 500Z', k.warm) +
    line('M416 70V560', k.key, 14) +
    p('M170 540L730 540C700 640 640 660 560 664L330 664C250 660 196 620 170 540Z', k.deep) +
    p('M190 566h520l-10 26H204z', k.key) +
    line(wave(110, 800, 690, 138, 40), k.cool, 20) +
    p('M430 230C500 290 540 350 560 410L430 410Z', k.cool, 'opacity=".9"')
  );
}

export function hare(k: Inks, ground: string): string {
  return (
    disc(450, 380, 300, k.warm) +
    mirrored(
      450,
      p('M400 330C340 250 320 120 360 60C420 110 440 220 440 320Z', k.key) +
        p('M396 290C366 230 352 160 366 110C398 160 412 220 416 290Z', k.deep) +
        oval(386, 420, 18, 24, ground) +
        line('M400 510L260 480M400 522L260 530', k.key, 7),
    ) +
    p('M450 300C540 300 590 380 570 460C556 540 500 580 450 580C400 580 344 540 330 460C310 380 360 300 450 300Z', k.key) +
    oval(386, 430, 18, 24, ground) +
    oval(514, 430, 18, 24, ground) +
    p('M426 488h48l-24 28z', k.deep) +
    line('M450 516V540M450 540Q430 560 410 546M450 540Q470 560 490 546', ground, 8) +
    p('M220 680Q450 560 680 680Z', k.cool)
  );
}

export function sunrise(k: Inks): string {
  return (
    rays(450, 470, 220, 330, 15, 22, k.warm, 180, 360) +
    `<clipPath id="up"><path d="M0 0H900V470H0Z"/></clipPath><g clip-path="url(#up)">${disc(450, 470, 180, k.deep)}${disc(450, 470, 120, k.warm)}</g>` +
    [0, 1, 2, 3].map((i) => line(`M${170 + i * 56} ${514 + i * 46}H${730 - i * 56}`, i % 2 ? k.cool : k.key, 20 - i * 3)).join('')
  );
}

export function kelpStem(k: Inks, x: number, top: number, flip: number): string {
  let d = '';
  for (let i = 0; i < 7; i++) {
    const y = 690 - (i * (690 - top)) / 7;
    d += at(x, y, p('M0 0C30 -40 90 -50 120 -20C90 10 40 20 0 0Z', i % 2 ? k.cool : k.deep), flip * (i % 2 ? -14 : 194));
  }
  return line(`M${x} 700C${x + 40 * flip} ${(700 + top) / 2} ${x - 40 * flip} ${(600 + top) / 2} ${x} ${top}`, k.key, 12) + d;
}
