/** What a trial found: how much it tried, and each thing that did not hold, in a line. */
export interface Report {
  topic: string;
  seed: number;
  tried: number;
  failed: string[];
  /** The most that one process of ours took, MB. */
  worst_mb?: number;
  /** How long a good file behind all bad ones took. */
  good_seconds?: number;
  /** The longest that one thing took. */
  worst_seconds?: number;
}

/** Prints a report as one JSON line; what failed is told line by line beside it. */
export function print({ failed, ...report }: Report): void {
  for (const line of failed) console.error(`  ${report.topic}: ${line}`);
  console.log(JSON.stringify({ ...report, failed: failed.length }));
}
