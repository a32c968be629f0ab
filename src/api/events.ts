import { hearChanges } from '@/services/desk/changes';

const GATHERED_MS = 250;
const BEAT_MS = 20_000;

/** Server-Sent Events (HTML, section 9.2): `change` with the names of what changed, gathered for a moment. */
export function changesOf(workspace: string, gone: AbortSignal): Response {
  const encoder = new TextEncoder();
  let stop = () => undefined as void;
  const stream = new ReadableStream({
    start(controller) {
      const changed = new Set<string>();
      let timer: NodeJS.Timeout | undefined;
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const unhear = hearChanges(workspace, (table) => {
        changed.add(table);
        timer ??= setTimeout(() => {
          timer = undefined;
          send(`event: change\ndata: ${JSON.stringify([...changed])}\n\n`);
          changed.clear();
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
