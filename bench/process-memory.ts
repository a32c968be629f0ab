import fs from 'node:fs';

/** A process and all that it started, as pids. */
function tree(root: number): number[] {
  const children = new Map<number, number[]>();
  for (const name of fs.readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const parent = Number(/^PPid:\s+(\d+)/m.exec(fs.readFileSync(`/proc/${name}/status`, 'utf8'))![1]);
      children.set(parent, [...(children.get(parent) ?? []), Number(name)]);
    } catch {
      // it ended while we looked
    }
  }
  const all: number[] = [];
  for (const next = [root]; next.length;) {
    const pid = next.pop()!;
    all.push(pid);
    next.push(...(children.get(pid) ?? []));
  }
  return all;
}

/** Memory of a process and all that it started, MB: each page counted once however many of them share it (PSS of Linux). */
export function memoryOf(root: number): number {
  let kilobytes = 0;
  for (const pid of tree(root)) {
    try {
      kilobytes += Number(/^Pss:\s+(\d+)/m.exec(fs.readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))![1]);
    } catch {
      // it ended while we looked
    }
  }
  return kilobytes / 1024;
}

/** Watches the memory of a process that may be started anew. `stop` gives the highest it saw, MB. */
export function watchMemory(pid: () => number, everyMs = 300): { stop: () => number } {
  let peak = 0;
  const timer = setInterval(() => (peak = Math.max(peak, memoryOf(pid()))), everyMs);
  return {
    stop() {
      clearInterval(timer);
      return peak;
    },
  };
}
