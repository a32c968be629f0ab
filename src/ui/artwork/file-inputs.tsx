import type { Ref } from 'react';
import type { Incoming } from './uploads/uploads';

const ACCEPTED = '.png,.jpg,.jpeg,.webp,.avif,.tif,.tiff,.svg,.psd,.ora,.pdf,.zip';

/** Where files and folders are chosen; a folder's own folders become drawers. */
export function FileInputs({
  files,
  folder,
  take,
}: {
  files: Ref<HTMLInputElement>;
  folder: Ref<HTMLInputElement>;
  take: (files: Incoming[]) => void;
}) {
  const chosen = (drawer: (f: File) => string | null) => (e: React.ChangeEvent<HTMLInputElement>) => {
    take([...(e.target.files ?? [])].map((f) => ({ file: f, drawer: drawer(f) })));
    e.target.value = '';
  };
  return (
    <>
      <input ref={files} type="file" multiple hidden accept={ACCEPTED} data-testid="files" onChange={chosen(() => null)} />
      <input
        ref={folder}
        type="file"
        multiple
        hidden
        {...{ webkitdirectory: '' }}
        onChange={chosen((f) => f.webkitRelativePath.split('/').slice(0, -1).join('/') || null)}
      />
    </>
  );
}
