import { redirect } from 'next/navigation';
import { hasAnyAccount } from '@/services/people/access';
import { Door } from '@/ui/door';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Welcome' };

export default async function Page() {
  if (await hasAnyAccount()) redirect('/sign-in');
  return (
    <Door
      title="Open your shop"
      lead="This is the first start. The owner’s account is made here; everything stays on this machine."
      path="/owner"
      action="Make the owner’s account"
      entries={[
        { name: 'workspace', label: 'Name of the workspace', hint: 'your studio or shop', complete: 'organization' },
        { name: 'name', label: 'Your name', complete: 'name' },
        { name: 'email', label: 'E-mail', type: 'email', complete: 'username' },
        {
          name: 'password',
          label: 'Password',
          type: 'password',
          hint: 'at least 12 characters: a few words in a row',
          complete: 'new-password',
        },
        { name: 'code', label: 'Code', hint: 'what ./start printed in the terminal', complete: 'one-time-code' },
      ]}
    />
  );
}
