import { useCallback, useRef, useState } from 'react';
import type { TakenIn } from '@/services/artworks';

/** One file on its way in. `share` is 0..1 of its bytes. */
export interface Upload {
  key: number;
  name: string;
  drawer: string | null;
  size: number;
  share: number;
  state: 'waiting' | 'going' | 'taken' | 'already here' | 'refused';
  sentence?: string;
}

const AT_ONCE = 3;
const TAKES = /\.(png|jpe?g|svg)$/i;

/** Files of a drop, with folders opened; a folder's name becomes the drawer. */
export async function filesOf(transfer: DataTransfer): Promise<{ file: File; drawer: string | null }[]> {
  const entries = [...transfer.items].map((i) => i.webkitGetAsEntry()).filter((e) => e !== null);
  const out: { file: File; drawer: string | null }[] = [];
  const walk = async (entry: FileSystemEntry, drawer: string | null): Promise<void> => {
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
      if (!file.name.startsWith('.')) out.push({ file, drawer });
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
      if (!some.length) return;
      for (const child of some) await walk(child, entry.name);
    }
  };
  for (const entry of entries) await walk(entry, null);
  return out;
}

const LOST = 'The connection was lost. Drop the file again; what had arrived is kept.';

/** Sends one file and says what became of it; never rejects. */
function send(file: File, drawer: string | null, progress: (share: number) => void): Promise<Partial<Upload>> {
  const form = new FormData();
  if (drawer) form.set('drawer', drawer);
  form.append('files', file, file.name);
  const request = new XMLHttpRequest();
  request.open('POST', '/api/v1/artworks');
  request.upload.onprogress = (e) => progress(e.total ? e.loaded / e.total : 0);
  return new Promise((resolve) => {
    request.onloadend = () => {
      try {
        const answer = JSON.parse(request.responseText) as { results?: TakenIn[]; detail?: string };
        const result = answer.results?.[0];
        if (result) resolve({ share: 1, state: result.outcome, ...('sentence' in result && { sentence: result.sentence }) });
        else resolve({ state: 'refused', sentence: answer.detail ?? LOST });
      } catch {
        resolve({ state: 'refused', sentence: LOST });
      }
    };
    request.send(form);
  });
}

/** Uploads files a few at a time, each with its own progress. One that fails does not stop the others. */
export function useUploads() {
  const [uploads, setUploads] = useState<Upload[]>([]);
  const queue = useRef<{ upload: Upload; file: File }[]>([]);
  const hands = useRef(0);
  const serial = useRef(0);

  const bringIn = useCallback((files: { file: File; drawer: string | null }[]) => {
    const change = (key: number, part: Partial<Upload>) =>
      setUploads((all) => all.map((u) => (u.key === key ? { ...u, ...part } : u)));
    const hand = async () => {
      for (let job = queue.current.shift(); job; job = queue.current.shift()) {
        const { upload, file } = job;
        change(upload.key, { state: 'going' });
        change(upload.key, await send(file, upload.drawer, (share) => change(upload.key, { share })));
      }
      hands.current--;
    };
    const fresh = files.map(({ file, drawer }): { upload: Upload; file: File } => {
      const takes = TAKES.test(file.name);
      const upload: Upload = {
        key: serial.current++,
        name: file.name,
        drawer,
        size: file.size,
        share: 0,
        state: takes ? 'waiting' : 'refused',
        ...(!takes && { sentence: `${file.name} is not PNG, JPEG or SVG; it was left where it is.` }),
      };
      return { upload, file };
    });
    setUploads((all) => [...all, ...fresh.map((f) => f.upload)]);
    queue.current.push(...fresh.filter((f) => f.upload.state === 'waiting'));
    while (hands.current < AT_ONCE && queue.current.length) {
      hands.current++;
      void hand();
    }
  }, []);
  const clear = useCallback(() => setUploads((all) => all.filter((u) => u.state === 'waiting' || u.state === 'going')), []);
  return { uploads, bringIn, clear };
}
