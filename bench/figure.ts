/** Prints one figure as a JSON line. */
export function figure(name: string, value: number, unit: string, vs: string): void {
  console.log(JSON.stringify({ name, value: Number(value.toPrecision(4)), unit, vs }));
}
