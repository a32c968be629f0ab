/** The head of a part of the stockroom, with what can be done there at its right. */
export const Heading = ({ word, about, children }: { word: string; about: string; children?: React.ReactNode }) => (
  <div className="mt-4 mb-2 flex min-h-[42px] items-end gap-3 border-b-[1.5px] border-ink pb-1.5">
    <h2 className="text-[17px] leading-none">{word}</h2>
    <span className="grow text-soft">{about}</span>
    {children}
  </div>
);
