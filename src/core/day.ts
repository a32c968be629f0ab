const NAMED = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: 'UTC' });

/** `2027-01-11` as `11 Jan 2027`. */
export const dayName = (day: string): string => NAMED.format(new Date(`${day}T00:00:00Z`));
