'use client';
// Which songs are played: all of them, or those of a set; sets are made, named and taken away here.
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { addSet, addToSet, patch } from '@/core/commands';
import { batch, type RigIndex, remove, rowSchemas, type SetList, songsIn } from '@/core/rig';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { NameDialog } from '../primitives/name-dialog';
import { useRig } from '../store/provider';
import type { Played } from './use-played';

/** `index`: of the whole rig. */
export function WhichSongs({ index, played }: { readonly index: RigIndex; readonly played: Played }) {
  const edit = useRig((s) => s.edit);
  const [naming, setNaming] = useState(false);
  const { rig } = index;
  const { list, choose } = played;
  const make = (): void => {
    const made = addSet(rig, songsIn(rig, list?.id ?? null), () => nanoid(12));
    if (edit(made.edit)) choose(made.id);
  };
  return (
    <>
      {rig.sets.length > 0 && (
        <Select
          aria-label="Which songs"
          className="max-w-48"
          value={list?.id ?? ''}
          onChange={(e) => choose(e.target.value === '' ? null : e.target.value)}
        >
          <option value="">All songs</option>
          {rig.sets.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Select>
      )}
      {list && (
        <>
          <OneMoreSong index={index} list={list} />
          <Button onClick={() => setNaming(true)}>Rename…</Button>
          <Button onClick={() => edit(batch(`Remove ${list.name}`, [remove('sets', list)]))}>Remove the set</Button>
        </>
      )}
      <Button title="The songs shown here, to be put in an order of their own or left out" onClick={make}>
        New set
      </Button>
      {naming && list && (
        <NameDialog
          open
          title={`Rename ${list.name}`}
          hint="A place and a day, say."
          button="Rename"
          initial={list.name}
          onClose={() => setNaming(false)}
          onName={async (name) => {
            const read = rowSchemas.sets.shape.name.safeParse(name.trim());
            if (!read.success) return 'A name has 1 to 120 characters.';
            if (edit(batch(`Rename ${list.name}`, patch('sets', list, { name: read.data })))) setNaming(false);
            return null;
          }}
        />
      )}
    </>
  );
}

/** Songs that are not in the set yet. */
function OneMoreSong({ index, list }: { readonly index: RigIndex; readonly list: SetList }) {
  const edit = useRig((s) => s.edit);
  const others = index.rig.songs.filter((s) => !list.songIds.includes(s.id));
  if (others.length === 0) return null;
  return (
    <Select
      aria-label={`Add a song to ${list.name}`}
      className="max-w-44"
      value=""
      onChange={(e) => {
        const song = others.find((s) => s.id === e.target.value);
        const made = song ? addToSet(list, song) : null;
        if (made) edit(made);
      }}
    >
      <option value="">Add a song…</option>
      {others.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </Select>
  );
}
