import { row, type Tx } from '../database';

export const workspaceName = async (tx: Tx): Promise<string> =>
  (await row<{ name: string }>(tx, 'SELECT name FROM workspace'))!.name;
