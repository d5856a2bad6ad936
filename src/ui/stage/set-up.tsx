'use client';
// What is set up before a show, on this device: where each controller is heard, which are shown, what counts the bars, what goes on, how large the letters are, where silence is sent.
import { useState } from 'react';
import type { RigIndex } from '@/core/rig';
import { type PortInfo, problemWords } from '@/ports';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { Clock, Pedal } from './set-up-time';
import { DISTANCES, type StageSettings } from './stage-settings';
import type { Devices } from './use-listening';

interface Props {
  readonly index: RigIndex;
  readonly settings: StageSettings;
  readonly change: (to: Partial<StageSettings>) => void;
  /** Controllers that are shown now. */
  readonly shown: readonly string[];
  readonly devices: Devices;
  /** While a pedal is chosen by pressing it nothing else listens. */
  readonly onChoosing: (choosing: boolean) => void;
  readonly onClose: () => void;
}

const DRAWN = 'drawn';

export function StageSetUp({ index, settings, change, shown, devices, onChoosing, onClose }: Props) {
  const [ports, setPorts] = useState<{ readonly ins: readonly PortInfo[]; readonly outs: readonly PortInfo[] }>({
    ins: [],
    outs: [],
  });
  const [said, say] = useState<string | null>(null);
  const look = async (): Promise<void> => {
    say('The browser is asked for MIDI devices; it may want your permission.');
    const [ins, outs] = [await devices.list(), await devices.listOutputs()];
    if (!ins.ok) return say(problemWords[ins.problem]);
    setPorts({ ins: ins.ports, outs: outs.ok ? outs.ports : [] });
    say(
      ins.ports.length === 0 ? 'No MIDI device is there. Plug one in and look again; the drawing can be played meanwhile.' : null,
    );
  };
  const hearOn = (controllerId: string, portId: string): void => {
    const { [controllerId]: before, ...others } = settings.heardOn;
    const port = ports.ins.find((p) => p.id === portId) ?? before;
    change({ heardOn: portId === DRAWN || !port ? others : { ...others, [controllerId]: { id: port.id, name: port.name } } });
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Before the show"
      description="Kept on this device, for this rig."
      footer={
        <Button tone="primary" onClick={onClose}>
          Done
        </Button>
      }
    >
      <div className="space-y-5">
        <section className="space-y-2">
          <h3 className="text-sm font-semibold">Where each controller is heard</h3>
          {index.rig.controllers.map(({ id, name }) => (
            <Heard
              key={id}
              name={name}
              heard={settings.heardOn[id]}
              ins={ports.ins}
              hearOn={(portId) => hearOn(id, portId)}
              shown={shown.includes(id)}
              show={(on) => change({ shown: on ? [...shown, id] : shown.filter((other) => other !== id) })}
            />
          ))}
          <Button onClick={() => void look()}>Look for MIDI devices</Button>
          {said !== null && (
            <p role="status" className="text-sm text-ink-2">
              {said}
            </p>
          )}
          <p className="text-xs text-ink-2">
            A port that another program holds cannot be heard here as well. Use a second port of the controller, let that program
            pass it on to a virtual port, or let it out of the controller’s Thru.
          </p>
        </section>
        <Clock settings={settings} change={change} ins={ports.ins} />
        <Pedal settings={settings} change={change} devices={devices} onChoosing={onChoosing} />
        <Silence settings={settings} change={change} outs={ports.outs} />
        <Reading settings={settings} change={change} />
      </div>
    </Dialog>
  );
}

/** At which port a controller is heard, and whether it is shown. */
function Heard({
  name,
  heard,
  ins,
  hearOn,
  shown,
  show,
}: {
  readonly name: string;
  readonly heard: StageSettings['heardOn'][string] | undefined;
  readonly ins: readonly PortInfo[];
  readonly hearOn: (portId: string) => void;
  readonly shown: boolean;
  readonly show: (on: boolean) => void;
}) {
  const known = heard && !ins.some((p) => p.id === heard.id) ? [heard] : [];
  return (
    <div className="flex items-end gap-2">
      <div className="min-w-0 flex-1">
        <Choice
          label={name}
          value={heard?.id ?? DRAWN}
          options={[[DRAWN, 'nowhere: I press the drawing'], ...[...known, ...ins].map((p) => [p.id, p.name] as const)]}
          onChange={hearOn}
        />
      </div>
      <label className="flex h-8 items-center gap-1.5 text-sm">
        <input type="checkbox" checked={shown} onChange={(e) => show(e.target.checked)} />
        shown
      </label>
    </div>
  );
}

/** Ports to which silence is sent when P is held. */
function Silence({ settings, change, outs }: Pick<Props, 'settings' | 'change'> & { readonly outs: readonly PortInfo[] }) {
  const listed = [...settings.silence.filter((p) => !outs.some((o) => o.id === p.id)), ...outs];
  return (
    <section className="space-y-2">
      <h3 className="text-sm font-semibold">Where silence is sent</h3>
      <p className="text-xs text-ink-2">
        Holding P for a second sends sustain off, all notes off and all sound off on every channel. Nothing chosen: nothing is
        sent.
      </p>
      {listed.length === 0 && <p className="text-sm text-ink-3">Look for MIDI devices first.</p>}
      {listed.map(({ id, name }) => (
        <label key={id} className="flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={settings.silence.some((p) => p.id === id)}
            onChange={(e) =>
              change({
                silence: e.target.checked ? [...settings.silence, { id, name }] : settings.silence.filter((p) => p.id !== id),
              })
            }
          />
          {name}
        </label>
      ))}
    </section>
  );
}

/** A bank card is 85.6 mm wide (ISO/IEC 7810, ID-1). */
const CARD_MM = 85.6;

/** From how far the letters are read, and how large a millimetre is on this screen. */
function Reading({ settings, change }: Pick<Props, 'settings' | 'change'>) {
  const wide = CARD_MM * settings.pixels;
  return (
    <section className="space-y-2">
      <h3 className="text-sm font-semibold">How large the letters are</h3>
      <Choice
        label="I read them from"
        value={String(settings.distance)}
        options={DISTANCES.map((cm) => [String(cm), cm < 100 ? `${cm} cm` : `${cm / 100} m`] as const)}
        onChange={(to) => change({ distance: Number(to) })}
      />
      <label className="block text-sm">
        Hold a bank card to the screen, and make the bar as wide as the card
        <input
          type="range"
          className="block w-full"
          min={CARD_MM * 2}
          max={CARD_MM * 10}
          step={1}
          value={wide}
          onChange={(e) => change({ pixels: Number(e.target.value) / CARD_MM })}
        />
      </label>
      <div aria-hidden className="h-4 max-w-full rounded-sm bg-verdigris" style={{ width: wide }} />
    </section>
  );
}
