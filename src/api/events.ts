import { gathered, type Change } from '@/core/desk/changes';
import { hearChanges } from '@/services/desk/changes';

const GATHERED_MS = 250;
const BEAT_MS = 20_000;

/** Server-Sent Events (HTML, section 9.2), gathered for a moment: `change` with the names of what changed, `changed` with what of it. */
export function changesOf(workspace: string, gone: AbortSignal): Response {
  const encoder = new TextEncoder();
  let stop = () => undefined as void;
  const stream = new ReadableStream({
    start(controller) {
      let changes: Change[] = [];
      let timer: NodeJS.Timeout | undefined;
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const unhear = hearChanges(workspace, (change) => {
        // many statements of one moment are one change
        changes = gathered([...changes, change]);
        timer ??= setTimeout(() => {
          timer = undefined;
          send(`event: change\ndata: ${JSON.stringify(changes.map((c) => c.table))}\n\n`);
          send(`event: changed\ndata: ${JSON.stringify(changes)}\n\n`);
          changes = [];
        }, GATHERED_MS);
      });
      const beat = setInterval(() => send(': here\n\n'), BEAT_MS);
      stop = () => {
        unhear();
        clearInterval(beat);
        clearTimeout(timer);
      };
      send('retry: 1500\n\n');
      gone.addEventListener('abort', stop);
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', 'x-accel-buffering': 'no' },
  });
}
