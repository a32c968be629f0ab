import Link from 'next/link';

/** `go` is the one action that matters on a screen; `quiet` is for what one rarely wants; `plain` is everything else. */
export type Tone = 'plain' | 'go' | 'quiet';
const TONES: Record<Tone, string> = { plain: 'btn-outline', go: 'btn-primary', quiet: 'btn-ghost text-soft hover:text-ink' };

export const buttonClass = (tone: Tone = 'plain', more = ''): string => `btn ${TONES[tone]} ${more}`;

/** Which key does the same, beside the words of a button. */
export const KeyHint = ({ keys }: { keys: string }) => (
  <kbd className="kbd kbd-xs" aria-hidden>
    {keys}
  </kbd>
);

interface Looks {
  tone?: Tone;
  /** The key that does the same. */
  keys?: string;
  /** Work is under way: the button waits and says so. */
  busy?: boolean;
}

export function Button({
  tone = 'plain',
  keys,
  busy = false,
  className = '',
  disabled,
  children,
  ...rest
}: React.ComponentProps<'button'> & Looks) {
  return (
    <button
      className={buttonClass(tone, className)}
      disabled={disabled || busy}
      aria-busy={busy || undefined}
      aria-keyshortcuts={keys?.replace('Ctrl ', 'Control+')}
      {...rest}
    >
      {busy && <span className="loading loading-spinner loading-xs" aria-hidden />}
      {children}
      {keys && <KeyHint keys={keys} />}
    </button>
  );
}

/** A way to another screen that looks like a button. */
export const ButtonLink = ({
  tone = 'plain',
  className = '',
  ...rest
}: React.ComponentProps<typeof Link> & Pick<Looks, 'tone'>) => <Link className={buttonClass(tone, className)} {...rest} />;

/** A button that shows a sign only; its words are its label and its tooltip. */
export const IconButton = ({
  label,
  className = '',
  children,
  ...rest
}: Omit<React.ComponentProps<'button'>, 'aria-label'> & { label: string }) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    className={`btn btn-ghost btn-square btn-xs text-soft hover:text-ink ${className}`}
    {...rest}
  >
    {children}
  </button>
);
