import { answer, body } from '@/app/_http/route';
import { giveSession } from '@/app/_http/session';
import { callerOf, makeOwner } from '@/services/access';
import { openStockroom } from '@/services/setup';

/** The first start: makes the workspace, its owner and an empty stockroom. */
export const POST = (request: Request): Promise<Response> =>
  answer(async () => {
    const { workspace, name, email, password } = await body<{ workspace: string; name: string; email: string; password: string }>(
      request,
    );
    const session = await makeOwner({
      workspace: String(workspace ?? ''),
      name: String(name ?? ''),
      email: String(email ?? '')
        .trim()
        .toLowerCase(),
      password: String(password ?? ''),
    });
    await giveSession(session);
    await openStockroom((await callerOf(session))!.workspace);
    return Response.json({}, { status: 201 });
  });
