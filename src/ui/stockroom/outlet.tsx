'use client';
import { useState } from 'react';
import type { OutletView } from '@/api/views';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { TextField } from '../parts/fields/field';
import { amount } from '../parts/format';
import { OutletSettings } from './outlet-settings';

/** An outlet: what it takes and costs, and how it is connected. */
export function Outlet({ outlet: o }: { outlet: OutletView }) {
  const [token, setToken] = useState('');
  const consent = () =>
    void act(async () => {
      const { address } = await api<{ address: string }>('POST', `/outlets/${o.id}/connect`, {});
      window.location.assign(address);
    });
  const [settings, setSettings] = useState(false);
  const rules = o.rulesDocument;
  return (
    <li className="border-b border-rule2 p-3">
      <div className="flex items-baseline justify-between">
        <b className="font-slab text-[15px] font-semibold">{o.name}</b>
        <span className={o.connected ? 'text-teal' : 'text-spot'}>{o.connected ? 'connected' : 'not connected'}</span>
      </div>
      {rules && (
        <p className="mt-0.5 text-soft">
          {rules.texts.title?.label ?? 'Title'} {rules.texts.title?.limit} ·{' '}
          {rules.tags ? `${rules.tags.max} tags to ${rules.tags.maxLength}` : 'no tags'} · {rules.pictures.max} pictures ·{' '}
          {rules.fees.map((f) => `${f.label}: ${feeOf(f)}`).join(', ')} · rules {rules.edition}
        </p>
      )}
      {o.hold && <p className="mt-0.5 text-spot">{o.hold.why} It is left alone for a moment.</p>}
      {!o.connected && (
        <p className="mt-0.5">
          {o.connecting.says}{' '}
          {o.connecting.by === 'key' && (
            <a href={o.connecting.address} target="_blank" rel="noreferrer" className="text-teal underline">
              Open it
            </a>
          )}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        {o.connected ? (
          <>
            <Button
              onClick={() =>
                void act(() => api('POST', `/outlets/${o.id}/rules`, {}).then(() => `${o.name}’s rules are up to date.`))
              }
            >
              Fetch rules
            </Button>
            <Button onClick={() => setSettings(true)}>Settings…</Button>
            <Button
              tone="quiet"
              onClick={() =>
                void act(() =>
                  api('POST', `/outlets/${o.id}/gather`, {}).then(
                    () => `What stands at ${o.name} and is not from here is being entered in the ledger.`,
                  ),
                )
              }
            >
              Bring over
            </Button>
          </>
        ) : o.connecting.by === 'consent' ? (
          <Button tone="go" onClick={consent}>
            Connect…
          </Button>
        ) : (
          <form
            className="flex grow gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void act(() => api('POST', `/outlets/${o.id}/connect`, { token }).then(() => `${o.name} is connected.`));
            }}
          >
            <TextField
              hideLabel
              className="grow"
              label={`Key of ${o.name}`}
              placeholder="its key"
              autoComplete="off"
              value={token}
              onChange={(e) => setToken(e.target.value)}
            />
            <Button tone="go">Connect</Button>
          </form>
        )}
        {o.connected && o.connecting.by === 'consent' && (
          <Button tone="quiet" onClick={consent}>
            Connect again
          </Button>
        )}
      </div>
      {settings && <OutletSettings outlet={o} close={() => setSettings(false)} />}
    </li>
  );
}

/** A fee as a share and an amount. */
const feeOf = ({ share, fixedMinor }: { share: number; fixedMinor: number }): string =>
  [share && `${(share / 10_000).toFixed(1)}%`, fixedMinor && amount(fixedMinor)].filter(Boolean).join(' + ');
