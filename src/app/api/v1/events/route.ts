import { route } from '@/app/_http/route';
import { hearChanges } from '@/services/changes';

export const dynamic = 'force-dynamic';

/** Server-Sent Events: `change` with the names of what changed, gathered over a quarter of a second. */
export const GET = route((caller, request) => {
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
      const unhear = hearChanges(caller.workspace, (table) => {
        changed.add(table);
        timer ??= setTimeout(() => {
          timer = undefined;
          send(`event: change\ndata: ${JSON.stringify([...changed])}\n\n`);
          changed.clear();
        }, 250);
      });
      const beat = setInterval(() => send(': here\n\n'), 20_000);
      stop = () => {
        unhear();
        clearInterval(beat);
        clearTimeout(timer);
      };
      send('retry: 1500\n\n');
      request.signal.addEventListener('abort', stop);
    },
    cancel: () => stop(),
  });
  return Promise.resolve(
    new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', 'x-accel-buffering': 'no' },
    }),
  );
});
