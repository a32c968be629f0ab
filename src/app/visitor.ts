import { redirect } from 'next/navigation';
import { whoAsks } from '@/api/caller';
import { hasAnyAccount, type Caller } from '@/services/people/access';

/** The caller of a page; strangers are led to the sign-in, or to the first start. */
export async function visitor(): Promise<Caller> {
  const caller = await whoAsks();
  if (caller) return caller;
  redirect((await hasAnyAccount()) ? '/sign-in' : '/welcome');
}
