'use client';
// The first function: a parameter, a control chosen on the panel, and what it sends, planned or heard.
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { asGesture, assign, assignmentAt, defaultGesture, gestureOf, meantNames, problemWords } from '@/core/commands';
import type { Message } from '@/core/midi';
import { type Control, gestureNames, type RigIndex } from '@/core/rig';
import { Faceplate } from '../faceplate/faceplate';
import { Button } from '../primitives/button';
import { Field, Select } from '../primitives/field';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import type { Way } from '../ways/ways';
import { Step } from './step-parts';

const ListenDialog = dynamic(() => import('../map/listen-dialog').then((m) => m.ListenDialog), { ssr: false });

interface Props {
  readonly way: Way;
  readonly index: RigIndex;
  readonly onDone: () => void;
}

const place = { bank: 1, page: null, layerId: null } as const;

export function FunctionStep({ way, index, onDone }: Props) {
  const { rig } = index;
  const findings = useRig((s) => s.findings);
  const [controllerId, setController] = useState(rig.controllers.at(-1)?.id ?? '');
  const [control, setControl] = useState<Control | null>(null);
  const [parameterId, setParameter] = useState(
    () => (rig.parameters.find((p) => !index.sendsFor.has(p.id)) ?? rig.parameters[0])?.id ?? '',
  );
  const controller = index.controllers.get(controllerId);
  const parameter = index.parameters.get(parameterId);
  if (!controller || !parameter) return null;
  return (
    <Step
      title={`Give a control ${parameter.name}`}
      about={
        way === 'show'
          ? 'Click a switch on the drawing for Drone, or the pedal for Swell. A parameter can also be dragged, on the Map.'
          : 'Click the control on the drawing that is to move it. What it sends is planned so that it fits; or it is heard, where your hardware sends something already.'
      }
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Parameter" className="w-56">
          {(id) => (
            <Select id={id} value={parameterId} onChange={(e) => setParameter(e.target.value)}>
              {rig.parameters.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}, {index.targets.get(p.targetId)?.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {rig.controllers.length > 1 && (
          <Field label="Controller" className="w-56">
            {(id) => (
              <Select
                id={id}
                value={controllerId}
                onChange={(e) => {
                  setController(e.target.value);
                  setControl(null);
                }}
              >
                {rig.controllers.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        )}
        <Giving
          index={index}
          control={control?.controllerId === controller.id ? control : null}
          parameterId={parameterId}
          onDone={onDone}
        />
      </div>
      <Faceplate
        index={index}
        controller={controller}
        place={place}
        chosen={control?.controllerId === controller.id ? control : null}
        findings={findings}
        tape="both"
        onChoose={setControl}
        onKey={() => false}
      />
    </Step>
  );
}

/** The buttons that make the function, once a control is chosen. */
function Giving({
  index,
  control,
  parameterId,
  onDone,
}: {
  readonly index: RigIndex;
  readonly control: Control | null;
  readonly parameterId: string;
  readonly onDone: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const [listening, setListening] = useState(false);
  const parameter = index.parameters.get(parameterId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller || !parameter) return <p className="pb-1.5 text-ink-2">Choose a control on the drawing below.</p>;
  const gesture = asGesture(defaultGesture(control, parameter).type);
  // What stands there by now is named before it gives way.
  const taken = gesture && assignmentAt(index, control.id, place, gesture);
  const give = (message: Message | null): void => {
    const made = gesture && gestureOf(index, control, gesture);
    const wish = {
      parameterId,
      controlId: control.id,
      place,
      ...(made ? { gesture: made } : {}),
      ...(message ? { message } : {}),
    };
    const done = assign(index, { ...wish, onTaken: 'replace', likeBefore: true }, () => nanoid(10));
    if (!done.ok) toast.error('Not assigned.', { description: problemWords(done.error) });
    else if (edit(done.value.edit)) onDone();
  };
  return (
    <>
      <Button tone="primary" onClick={() => give(null)}>
        {taken ? `Put ${parameter.name} in place of ${meantNames(index, taken)}` : `Give ${control.name} ${parameter.name}`}
      </Button>
      <Button onClick={() => setListening(true)}>Listen to {control.name} first</Button>
      {listening && gesture && (
        <ListenDialog
          index={index}
          controller={controller}
          control={control}
          gesture={gesture}
          onTake={(message) => {
            setListening(false);
            give(message);
          }}
          onClose={() => setListening(false)}
        />
      )}
      {gesture && <span className="sr-only">on {gestureNames[gesture]}</span>}
    </>
  );
}
