'use client';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { ChangeReport } from '@/services/artwork/changing';
import { act, api, sentenceOf } from '../../api';
import { Dialog } from '../../parts/dialog';
import { useSettled } from '../../parts/use-settled';
import { Button } from '../../parts/button';

interface Preview {
  fits: number;
  items: { id: string; fileName: string; ok: boolean; values?: Record<string, string>; why?: string }[];
}

/** The pattern by which file names are read, tried on real names before it is used. */
export function PatternDialog({
  ids,
  pattern,
  close,
  done,
}: {
  ids: string[];
  pattern: string;
  close: () => void;
  done: (report: ChangeReport) => void;
}) {
  const [text, setText] = useState(pattern || '<subject>_<phrase>_<tone>');
  const some = ids.slice(0, 500);
  const key = some.join();
  const settled = useSettled(text);
  const { data: preview, error } = useQuery({
    queryKey: ['artworks/file-names', settled, key],
    queryFn: () => api<Preview>('POST', '/artworks/file-names', { pattern: settled, ids: key ? key.split(',') : [] }),
    placeholderData: keepPreviousData,
    staleTime: 0,
    meta: { live: false },
  });
  const problem = error ? sentenceOf(error) : '';
  const keep = (what: string) =>
    void act(() =>
      api('PATCH', '/artworks/settings', { fileNamePattern: what }).then(() =>
        what ? 'New files are read so from now on.' : 'File names are no longer read.',
      ),
    );
  return (
    <Dialog open onClose={close} label="Read file names" width={760}>
      <h2 className="text-[19px]">Read file names</h2>
      <p className="mt-1 mb-3 text-[13px] text-soft">
        Parts in angle brackets: name, subject, phrase, tone, audience, occasion, mark, keyword, skip. What stands between them
        separates them in the file name.
      </p>
      <input autoFocus aria-label="Pattern" className="input font-mono" value={text} onChange={(e) => setText(e.target.value)} />
      {problem && <p className="mt-1.5 text-spot">{problem}</p>}
      <div className="mt-3 h-[280px] overflow-auto border border-rule bg-paper2" tabIndex={0} aria-label="Preview">
        <table className="w-full text-[12.5px]">
          <tbody>
            {!problem &&
              preview?.items.map((i) => (
                <tr key={i.id} className="border-b border-rule2 align-baseline">
                  <td className="max-w-[270px] truncate px-3 py-1">{i.fileName}</td>
                  <td className={`px-2 ${i.ok ? '' : 'text-ochre'}`}>
                    {i.ok
                      ? Object.entries(i.values ?? {}).map(([part, value]) => (
                          <span key={part} className="mr-3 whitespace-nowrap">
                            <span className="text-soft">{part}</span> {value}
                          </span>
                        ))
                      : i.why}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </div>
      <div className="mt-4 flex items-center justify-end gap-2">
        <span className="mr-auto text-soft">{preview && !problem ? `${preview.fits} of ${preview.items.length} fit` : ''}</span>
        {pattern && (
          <Button tone="quiet" onClick={() => keep('')}>
            Stop reading names
          </Button>
        )}
        <Button disabled={Boolean(problem)} onClick={() => keep(text)}>
          Use for new files
        </Button>
        <Button
          tone="go"
          disabled={Boolean(problem) || !preview?.fits}
          onClick={() =>
            void act(() => api<ChangeReport>('POST', '/artworks/change', { ids, change: { fromFileName: text } }).then(done))
          }
        >
          Read these {preview?.fits ?? ''}
        </Button>
      </div>
    </Dialog>
  );
}
