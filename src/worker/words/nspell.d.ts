declare module 'nspell' {
  /** A spelling checker in the manner of Hunspell. */
  export default function nspell(
    aff: Buffer,
    dic: Buffer,
  ): { correct: (word: string) => boolean; suggest: (word: string) => string[] };
}
