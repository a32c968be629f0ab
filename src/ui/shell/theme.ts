/** Day to night or back; kept for the next visit. */
export function changeTheme(): void {
  const next = document.documentElement.dataset.theme === 'night' ? 'day' : 'night';
  document.documentElement.dataset.theme = next;
  localStorage.setItem('press-theme', next);
}
