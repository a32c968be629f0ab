/** The frame of a screen while what it shows is fetched. */
export default function Loading() {
  return (
    <div className="h-full" aria-busy aria-label="Being fetched">
      <div className="flex min-h-[51px] items-center gap-3 border-b border-rule px-[18px] py-2">
        <span className="skeleton h-[22px] w-[110px] rounded-none" />
        <span className="skeleton h-[14px] w-[70px] rounded-none" />
      </div>
      <div className="h-full bg-paper" />
    </div>
  );
}
