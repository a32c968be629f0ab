/** A screen with nothing on it yet: what belongs here, and the one step to do now. */
export const EmptyState = ({
  title,
  children,
  action,
}: {
  title: string;
  children: React.ReactNode;
  action?: React.ReactNode;
}) => (
  <div className="grid h-full place-items-center text-center">
    <div>
      <h1 className="text-[22px]">{title}</h1>
      <div className="mx-auto mt-2 mb-5 max-w-[440px] text-soft">{children}</div>
      {action && <div className="flex justify-center gap-2">{action}</div>}
    </div>
  </div>
);
