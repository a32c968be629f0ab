'use client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Refusal } from '../api';
import { isAbout } from '@/core/desk/changes';
import { onChange } from './live';

/** What screens ask of the house: asked again when it changes, and a few times when it does not answer. */
export function Queries({ children }: { children: React.ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            // what is on a screen is followed by changes, not by a clock
            staleTime: Infinity,
            refetchOnWindowFocus: false,
            retry: (times, error) => times < 3 && error instanceof Refusal && error.status === 0,
          },
        },
      }),
  );
  useEffect(
    () =>
      onChange(
        null,
        (changed) =>
          void client.invalidateQueries({
            predicate: ({ meta }) =>
              meta?.live !== false && isAbout(changed, meta?.tables as readonly string[] | null | undefined),
          }),
      ),
    [client],
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
