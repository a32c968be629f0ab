import { redirect } from 'next/navigation';
import { hasAnyAccount } from '@/services/people/access';
import { Door } from '@/ui/door';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

export default async function Page() {
  if (!(await hasAnyAccount())) redirect('/welcome');
  return (
    <Door
      title="Come in"
      lead="Sign in to your workspace."
      path="/session"
      action="Sign in"
      entries={[
        { name: 'email', label: 'E-mail', type: 'email', complete: 'username' },
        { name: 'password', label: 'Password', type: 'password', complete: 'current-password' },
      ]}
    />
  );
}
