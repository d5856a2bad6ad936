'use client';
// Whatever is touched: which functions send what arrives, and whether it is as planned.
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  addressKey,
  type HeardMessage,
  type Message,
  type MessageStream,
  messageStreamsIn,
  type PackedMessage,
} from '@/core/midi';
import { type Ask, askFor, QUIET_MS, verdictOf } from '@/core/proof';
import type { RigIndex } from '@/core/rig';

export interface Touched {
  readonly id: number;
  /** The function that it is, or could be; several where the same is planned in other places; none where it is planned nowhere. */
  readonly asks: readonly Ask[];
  /** Came as planned. Of several nobody can say which one it was, so none of them is proved. */
  readonly right: boolean;
  readonly messages: readonly { readonly message: Message; readonly count: number }[];
}

export interface Touch {
  /** What was touched so far, the last one first. */
  readonly done: readonly Touched[];
  readonly now: readonly MessageStream[];
  readonly take: (words: readonly PackedMessage[], atMs: number) => void;
}

const MOST = 3000;
const KEPT = 60;

export function useTouch(index: RigIndex, on: boolean, onProved: (ask: Ask, heard: readonly HeardMessage[]) => void): Touch {
  const [done, setDone] = useState<readonly Touched[]>([]);
  const [now, setNow] = useState<readonly MessageStream[]>([]);
  const buffer = useRef<HeardMessage[]>([]);
  const count = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const drawing = useRef(0);
  const asks = useMemo(() => new Map<string, Ask | null>(), []);
  const latest = useRef({ index, onProved });
  if (latest.current.index !== index) asks.clear();
  latest.current = { index, onProved };

  /** Functions that send on an address that was heard. */
  const candidates = useCallback(
    (messageStreams: readonly MessageStream[]): readonly Ask[] => {
      const rig = latest.current.index;
      const ids = new Set(
        messageStreams.flatMap((s) => (rig.sendsAt.get(addressKey(s.message)) ?? []).map((p) => p.assignment.id)),
      );
      return [...ids].flatMap((id) => {
        const row = rig.assignments.get(id);
        if (!asks.has(id)) asks.set(id, row ? askFor(rig, row) : null);
        return asks.get(id) ?? [];
      });
    },
    [asks],
  );

  const rest = useCallback((): void => {
    const heard = buffer.current;
    buffer.current = [];
    setNow([]);
    if (heard.length === 0) return;
    const messageStreams = messageStreamsIn(heard);
    const messages = messageStreams.map((s) => ({ message: s.message, count: s.values.length }));
    const found = candidates(messageStreams);
    const proved = found.filter((a) => verdictOf(a, heard).type === 'proved');
    const right = proved.length > 0;
    const asked = right ? proved : found.slice(0, 1);
    setDone((was) => [{ id: count.current++, asks: asked, right, messages }, ...was].slice(0, KEPT));
    const [only, another] = proved;
    if (only && !another) latest.current.onProved(only, heard);
  }, [candidates]);

  const take = useCallback(
    (words: readonly PackedMessage[], atMs: number): void => {
      for (const word of words) buffer.current.push({ atMs, word });
      if (buffer.current.length > MOST) buffer.current.splice(0, buffer.current.length - MOST);
      if (drawing.current === 0)
        drawing.current = requestAnimationFrame(() => {
          drawing.current = 0;
          setNow(messageStreamsIn(buffer.current));
        });
      if (timer.current) clearTimeout(timer.current);
      timer.current = setTimeout(rest, QUIET_MS);
    },
    [rest],
  );
  useEffect(() => {
    if (on) return;
    buffer.current = [];
    setNow([]);
    if (timer.current) clearTimeout(timer.current);
  }, [on]);
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
    },
    [],
  );
  return { done, now, take };
}
