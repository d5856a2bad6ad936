// A map that is changed without being copied whole: a few of its shards are, and the rest is shared with the map before.

/** 128 shards: a change in a map of 20,000 entries copies about 160 of them. */
const SHARDS = 128;

/** What is asked of a map, whatever it is made of. */
export interface Lookup<K, T> {
  readonly get: (key: K) => T | undefined;
  readonly has: (key: K) => boolean;
  readonly keys: () => IterableIterator<K>;
}

/** A read-only map in shards. Entries come shard by shard, not in the order in which they were put. */
export interface ChangedMap<K extends string | number, T> extends Lookup<K, T> {
  readonly values: () => IterableIterator<T>;
  readonly entries: () => IterableIterator<[K, T]>;
  readonly [Symbol.iterator]: () => IterableIterator<[K, T]>;
  readonly size: number;
  readonly shards: readonly ReadonlyMap<K, T>[];
}

function shardOf(key: string | number): number {
  if (typeof key === 'number') return Math.abs(key) % SHARDS;
  let hash = 0;
  for (let i = 0; i < key.length; i++) hash = (hash * 31 + key.charCodeAt(i)) | 0;
  return hash & (SHARDS - 1);
}

/** Changes to be made to a map: what is set, and null for what goes. */
export type Changes<K, T> = ReadonlyMap<K, T | null>;

/** The map before with some changes. */
export function changedMap<K extends string | number, T>(
  before: ChangedMap<K, T> | undefined,
  changes: Changes<K, T>,
): ChangedMap<K, T> {
  const shards: ReadonlyMap<K, T>[] = before ? before.shards.slice() : Array.from({ length: SHARDS }, () => new Map<K, T>());
  const own = new Map<number, Map<K, T>>();
  let size = before?.size ?? 0;
  for (const [key, value] of changes) {
    const at = shardOf(key);
    let shard = own.get(at);
    if (!shard) {
      shard = new Map(shards[at]);
      own.set(at, shard);
      shards[at] = shard;
    }
    if (value === null) size -= shard.delete(key) ? 1 : 0;
    else {
      if (!shard.has(key)) size++;
      shard.set(key, value);
    }
  }
  return mapOver(shards, size);
}

function mapOver<K extends string | number, T>(shards: readonly ReadonlyMap<K, T>[], size: number): ChangedMap<K, T> {
  function* entries(): IterableIterator<[K, T]> {
    for (const shard of shards) yield* shard.entries();
  }
  return {
    shards,
    size,
    get: (key) => shards[shardOf(key)]?.get(key),
    has: (key) => shards[shardOf(key)]?.has(key) ?? false,
    *keys() {
      for (const shard of shards) yield* shard.keys();
    },
    *values() {
      for (const shard of shards) yield* shard.values();
    },
    entries,
    [Symbol.iterator]: entries,
  };
}
