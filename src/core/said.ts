/** Something that is told to people: a code, and what its sentence needs. The sentence is made when it is shown. */
export interface Said {
  code: string;
  values?: Record<string, string | number>;
}
