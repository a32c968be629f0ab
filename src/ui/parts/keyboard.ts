/** What is ticked takes no text: with Ctrl or Cmd a key is the screen's there as well. */
const ticked = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLInputElement && /^(checkbox|radio)$/.test(e.target.type) && (e.ctrlKey || e.metaKey);

/** True when a key press belongs to a field, a dialog or a menu and not to the screen. */
export const typing = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement &&
  (e.target.isContentEditable ||
    (/^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName) && !ticked(e)) ||
    e.target.closest('dialog, [role="dialog"], [role="menu"], [role="tablist"]') !== null);

/**
 * A key press as it is written on screen and in the list of commands: `Ctrl Z`, `Shift ArrowUp`, `?`. Cmd counts as Ctrl;
 * Shift is told only where the key does not already differ by it.
 */
export function keyOf(e: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>): string {
  const key = e.key === ' ' ? 'Space' : e.key.length === 1 ? e.key.toUpperCase() : e.key;
  const shifted = e.shiftKey && (key.length > 1 || (/[A-Z]/.test(key) && (e.ctrlKey || e.metaKey)));
  return [e.ctrlKey || e.metaKey ? 'Ctrl' : '', e.altKey ? 'Alt' : '', shifted ? 'Shift' : '', key].filter(Boolean).join(' ');
}
