import type { Change } from '../../core/desk/changes';
import { listenForChanges } from '../../data/database';

type Hear = (change: Change) => void;
const hearers = new Map<Hear, string>();
let listening = false;

async function listen(): Promise<void> {
  if (listening) return;
  listening = true;
  try {
    await listenForChanges((workspace, change) => {
      for (const [hear, its] of hearers) if (its === workspace) hear(change);
    }, again);
    // whatever changed while nobody listened is heard now
    for (const hear of hearers.keys()) hear({ table: 'all' });
  } catch {
    again();
  }
}

/** The database may be restarted while we run: listen again as soon as it answers. */
function again(): void {
  listening = false;
  if (hearers.size) setTimeout(() => void listen(), 500);
}

/** Calls `hear` with what changes in a workspace. Returns a function that stops it. */
export function hearChanges(workspace: string, hear: Hear): () => void {
  hearers.set(hear, workspace);
  void listen();
  return () => void hearers.delete(hear);
}
