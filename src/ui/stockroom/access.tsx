'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { formatDistanceToNowStrict } from 'date-fns';
import { KeyRound, MonitorSmartphone } from 'lucide-react';
import { useState } from 'react';
import type { CredentialView } from '@/api/shapes/people';
import type { Scope } from '@/core/scopes';
import { act, api, sentenceOf } from '../api';
import { Button } from '../parts/button';
import { ChoiceField, TextField } from '../parts/fields/field';
import { Failed, Notice } from '../parts/notice';
import { Heading } from './heading';

const KEY = ['/credentials'];
const ago = (time: string) => `${formatDistanceToNowStrict(new Date(time))} ago`;
const MAY: Record<Scope, string> = {
  read: 'may look',
  prepare: 'may look and prepare',
  send: 'may do everything, sending too',
};

/** Who can come in besides the one who is here: tokens of programs, and one's own visits. Each can be ended. */
export function Access() {
  const cache = useQueryClient();
  const [making, setMaking] = useState(false);
  const [token, setToken] = useState('');
  const found = useQuery({ queryKey: KEY, queryFn: () => api<{ items: CredentialView[] }>('GET', '/credentials') });
  const again = () => void cache.invalidateQueries({ queryKey: KEY });
  const end = (c: CredentialView) =>
    void act(async () => {
      await api('DELETE', `/credentials/${c.id}`);
      if (c.own) window.location.assign('/sign-in');
      again();
      return c.kind === 'token' ? `The token “${c.label}” opens nothing any more.` : `The visit with ${c.label} has ended.`;
    });
  const items = found.data?.items ?? [];
  return (
    <>
      <Heading word="Access" about="tokens of programs, and your visits">
        {!making && <Button onClick={() => setMaking(true)}>Make a token</Button>}
      </Heading>
      {making && (
        <NewToken
          leave={() => setMaking(false)}
          made={(secret) => {
            setMaking(false);
            setToken(secret);
            again();
          }}
        />
      )}
      {token && (
        <Notice
          tone="good"
          action={
            <Button tone="quiet" onClick={() => setToken('')}>
              I have it
            </Button>
          }
        >
          <code className="break-all">{token}</code>
          <span className="mt-1 block text-soft">Keep it now; it is not shown again.</span>
        </Notice>
      )}
      {found.error && <Failed what="Who can come in" why={sentenceOf(found.error)} again={again} />}
      <ul className="bg-paper">
        {found.isSuccess && !items.length && (
          <li className="p-3 text-soft">Nobody but this demo, on this machine. A token lets a program in over /api/v1.</li>
        )}
        {items.map((c) => (
          <li key={c.id} className="flex items-center gap-3 border-b border-rule2 px-3 py-2">
            {c.kind === 'token' ? <KeyRound size={15} aria-hidden /> : <MonitorSmartphone size={15} aria-hidden />}
            <span className="min-w-0 grow">
              <b className="block truncate font-semibold">
                {c.label}
                {c.own && <span className="font-normal text-teal"> · this one</span>}
              </b>
              <span className="block text-[12px] text-soft">
                {c.kind === 'token' ? MAY[c.scope] : 'a visit'} · {c.usedAt ? `used ${ago(c.usedAt)}` : 'never used'} · made{' '}
                {ago(c.createdAt)}
              </span>
            </span>
            <Button tone="quiet" onClick={() => end(c)} aria-label={`End ${c.label}`}>
              End
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

function NewToken({ leave, made }: { leave: () => void; made: (secret: string) => void }) {
  const [label, setLabel] = useState('');
  const [scope, setScope] = useState<Scope>('prepare');
  return (
    <form
      className="mb-2 flex items-end gap-2 bg-paper p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void act(() => api<{ token: string }>('POST', '/tokens', { label: label.trim(), scope }).then((a) => made(a.token)));
      }}
    >
      <TextField
        label="What it is for"
        className="grow"
        autoFocus
        maxLength={80}
        placeholder="a script of mine"
        value={label}
        onChange={(e) => setLabel(e.target.value)}
      />
      <ChoiceField
        label="What it may do"
        className="w-[190px]"
        value={scope}
        onChange={(e) => setScope(e.target.value as Scope)}
        options={Object.entries(MAY)}
      />
      <Button tone="go" disabled={!label.trim()}>
        Make it
      </Button>
      <Button type="button" tone="quiet" onClick={leave}>
        Leave it
      </Button>
    </form>
  );
}
