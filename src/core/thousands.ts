const ENGLISH = new Intl.NumberFormat('en');

/** `1234` as `1,234`. One formatter for all: making one costs more than a hundred uses, and lists write thousands of numbers. */
export const thousands = (n: number): string => ENGLISH.format(n);
