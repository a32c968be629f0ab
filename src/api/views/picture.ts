import { miniIn, nameIn } from '@/services/artwork/pictures';

/** What leaves the house over `/api/v1`: rows without their inner parts, with addresses for pictures. */
export const picture = <N extends string | null>(workspace: string, name: N): N | string =>
  name && `/api/v1/pictures/${nameIn(workspace, name)}`;

/** The address of the smallest copy of a small picture, for lists. */
export const mini = (workspace: string, small: string | null): string | null =>
  small && `/api/v1/pictures/${miniIn(workspace, small)}`;
