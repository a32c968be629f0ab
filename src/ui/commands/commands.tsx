'use client';
import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { act } from '../api';
import { Button, type Tone } from '../parts/button';
import { keyOf, typing } from '../parts/keyboard';
import { History, type Step } from './history';
import { commandFor, commandOf, stationOf, type CommandId } from './table';

/** What a command does just now. `says` names what it acts on: "Pass 16 proofs". */
export interface Bound {
  says: string;
  does: () => unknown;
}
/** Commands of a screen; null for one that has nothing to act on. */
export type Bindings = Partial<Record<CommandId, Bound | null>>;

class Registry {
  private sets = new Map<object, Bindings>();
  readonly history = new History();
  /** Lately used first. */
  recent: CommandId[] = [];

  private hearers = new Set<() => void>();

  put(owner: object, bindings: Bindings): void {
    this.sets.set(owner, bindings);
    for (const hearer of this.hearers) hearer();
  }
  drop(owner: object): void {
    this.sets.delete(owner);
  }
  /** Called whenever a screen binds its commands anew; returns how to stop. */
  hear(hearer: () => void): () => void {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  }
  find(id: CommandId): Bound | null {
    for (const set of [...this.sets.values()].reverse()) if (set[id]) return set[id];
    return null;
  }
  run(id: CommandId): void {
    const bound = this.find(id);
    if (!bound) return;
    this.recent = [id, ...this.recent.filter((r) => r !== id)].slice(0, 12);
    bound.does();
  }
}

/** One for the window: what was done stays known while screens come and go. Nothing is put into it on the server. */
export const registry = new Registry();

/** Hears the keys of commands. */
export function CommandKeys() {
  const path = usePathname();
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.defaultPrevented || typing(e) || e.altKey) return;
      const id = commandFor(keyOf(e), stationOf(path), (c) => registry.find(c) !== null);
      // a button that is focused keeps its own keys
      if (!id || (e.target instanceof HTMLButtonElement && [' ', 'Enter'].includes(e.key))) return;
      e.preventDefault();
      registry.run(id);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [path]);
  return null;
}

/** Binds commands to what they act on while this component stands. */
export function useCommands(bindings: Bindings): void {
  const owner = useRef({});
  useEffect(() => {
    registry.put(owner.current, bindings);
  });
  useEffect(() => {
    const it = owner.current;
    return () => registry.drop(it);
  }, []);
}

/** The button of a command: not there while it has nothing to act on. Its words say what it acts on, its hint the key. */
export function CommandButton({
  id,
  of,
  tone,
  children,
}: {
  id: CommandId;
  of: Bindings;
  tone?: Tone;
  children?: React.ReactNode;
}) {
  const bound = of[id];
  if (!bound) return null;
  const { keys } = commandOf(id);
  return (
    <Button
      tone={tone}
      keys={tone === 'quiet' ? undefined : keys}
      title={keys && tone === 'quiet' ? keys : undefined}
      onClick={() => registry.run(id)}
    >
      {children ?? bound.says}
    </Button>
  );
}

/** Says what was done, with the way back; Ctrl Z takes it back as well, Ctrl Shift Z makes it again. */
export function did(step: Step): void {
  const { history } = registry;
  history.did(step);
  toast(step.says, { action: { label: 'Undo', onClick: () => void act(() => history.undo(step)) }, duration: 8000 });
}
