'use client';
import { useEffect, useRef } from 'react';
import { monthName } from './search';

/** When a phrase is searched, month by month: 1 is a month like any other. */
export function Months({ months, searches, now }: { months: readonly number[]; searches: number; now: number }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const el = place.current;
    if (!el) return;
    let gone = false;
    // a megabyte that only this chart needs
    void import('plotly.js-basic-dist-min').then(({ default: plotly }) => {
      if (gone) return;
      const style = getComputedStyle(el);
      const colour = (name: string) => style.getPropertyValue(name).trim();
      const names = months.map((_, m) => monthName(m).slice(0, 3));
      const counts = months.map((m) => Math.round(m * searches));
      return plotly.newPlot(
        el,
        [
          {
            type: 'bar',
            x: names,
            y: counts,
            marker: { color: months.map((_, m) => colour(m === now ? '--spot' : '--ink')) },
            hovertemplate: '%{x}: %{y:,} searches<extra></extra>',
          },
        ],
        {
          width: el.clientWidth,
          height: 130,
          margin: { l: 34, r: 4, t: 6, b: 20 },
          paper_bgcolor: 'transparent',
          plot_bgcolor: 'transparent',
          bargap: 0.35,
          font: { family: style.fontFamily, size: 10.5, color: colour('--soft') },
          xaxis: { fixedrange: true, tickangle: 0, tickvals: names.filter((_, i) => i % 2 === 0) },
          yaxis: { fixedrange: true, gridcolor: colour('--rule2'), zeroline: false, nticks: 4, rangemode: 'tozero' },
        },
        { displayModeBar: false, responsive: false },
      );
    });
    return () => {
      gone = true;
      void import('plotly.js-basic-dist-min').then(({ default: plotly }) => plotly.purge(el));
    };
  }, [months, searches, now]);
  const most = months.indexOf(Math.max(...months));
  return (
    <div
      ref={place}
      role="img"
      aria-label={`Searches by month; most in ${monthName(most)}, ${Math.round(months[most]! * searches).toLocaleString('en')}`}
      className="h-[130px]"
    />
  );
}
