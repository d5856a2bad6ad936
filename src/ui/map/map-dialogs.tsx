'use client';
// The dialogs of the map. They come when they are wanted, not with the first view.
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import type { Place } from '@/core/commands';
import type { Message } from '@/core/midi';
import type { Assignment, Control, Controller, GestureType, Layer, Parameter, RigIndex } from '@/core/rig';
import type { Copying } from './panel-commands';

const pickParameter = () => import('../inspector/pick-parameter').then((m) => m.PickParameter);
const PickParameter = dynamic(pickParameter, { ssr: false });
const LayerDialog = dynamic(() => import('./layer-dialog').then((m) => m.LayerDialog), { ssr: false });
const ListenDialog = dynamic(() => import('./listen-dialog').then((m) => m.ListenDialog), { ssr: false });
const CopyDialog = dynamic(() => import('./copy-dialog').then((m) => m.CopyDialog), { ssr: false });
const CopyPlaceDialog = dynamic(() => import('./copy-place-dialog').then((m) => m.CopyPlaceDialog), { ssr: false });
const ValuesDialog = dynamic(() => import('./values-dialog').then((m) => m.ValuesDialog), { ssr: false });
const FillDialog = dynamic(() => import('./fill-dialog').then((m) => m.FillDialog), { ssr: false });

/** A parameter for a control that has none, one more for its function, one with a message of its own, or one for the message at a place of its list. */
export type Wanted = 'assign' | 'add' | 'message' | { readonly at: number };

/** What is open: choosing a parameter for a control that has none, one more for its function, or one with a message of its own. */
export type Opened =
  | { readonly type: 'pick'; readonly for: Wanted }
  | { readonly type: 'layer'; readonly layer: Layer | null }
  | { readonly type: 'listen' }
  | { readonly type: 'values' }
  | { readonly type: 'fill'; readonly source: Assignment }
  | { readonly type: 'copy'; readonly copying: Copying }
  | { readonly type: 'copy-place' };

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control | null;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly opened: Opened | null;
  readonly onClose: () => void;
  readonly onPick: (parameter: Parameter, wanted: Wanted) => void;
  readonly onLayer: (id: string) => void;
  readonly onTake: (message: Message) => void;
}

export function MapDialogs({ index, controller, control, place, gesture, opened, onClose, onPick, onLayer, onTake }: Props) {
  // Choosing a control fetches the dialog that is wanted next.
  useEffect(() => {
    if (control) void pickParameter();
  }, [control]);
  if (opened?.type === 'layer') {
    // A layer of several controllers is changed at home: its modifiers are there.
    const homeId = index.controls.get(opened.layer?.modifierControlId ?? '')?.controllerId;
    return (
      <LayerDialog
        open
        onOpenChange={(on) => !on && onClose()}
        index={index}
        controller={index.controllers.get(homeId ?? '') ?? controller}
        control={control}
        layer={opened.layer}
        onMade={onLayer}
      />
    );
  }
  if (opened?.type === 'copy') return <CopyDialog index={index} {...opened.copying} onClose={onClose} />;
  if (opened?.type === 'copy-place')
    return <CopyPlaceDialog index={index} controller={controller} place={place} onClose={onClose} />;
  if (opened?.type === 'fill') return <FillDialog index={index} source={opened.source} onClose={onClose} />;
  if (!control || !opened) return null;
  if (opened.type === 'pick')
    return (
      <PickParameter
        open
        onOpenChange={(on) => !on && onClose()}
        index={index}
        control={control}
        onPick={(p) => onPick(p, opened.for)}
      />
    );
  if (gesture === null) return null;
  if (opened.type === 'values')
    return <ValuesDialog index={index} control={control} place={place} gesture={gesture} onClose={onClose} />;
  return (
    <ListenDialog index={index} controller={controller} control={control} gesture={gesture} onTake={onTake} onClose={onClose} />
  );
}
