import type { Frame } from '@/services/line/contact';
import type { FrameView } from '../shapes/pictures';
import { picture } from './picture';

/** A picture on the contact sheet, with addresses. */
export const frameView = (workspace: string, { file, small, ...f }: Frame): FrameView => ({
  ...f,
  picture: picture(workspace, file),
  small: picture(workspace, small),
});
