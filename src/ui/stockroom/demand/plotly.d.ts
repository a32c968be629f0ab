declare module 'plotly.js-basic-dist-min' {
  /** The basic bundle of the library: lines, bars and pies. */
  const plotly: {
    newPlot: (place: HTMLElement, data: object[], layout: object, config: object) => Promise<unknown>;
    purge: (place: HTMLElement) => void;
  };
  export default plotly;
}
