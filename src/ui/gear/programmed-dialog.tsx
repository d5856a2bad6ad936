'use client';

// What the hardware already sends, pasted as a table: it becomes assignments that are marked as entered.

import { nanoid } from 'nanoid';
import { useDeferredValue, useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { programmedEdit } from '@/core/commands';
import { parseProgrammed } from '@/core/formats';
import { actionWords, type Controller, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Switch } from '../primitives/switch';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { columnLists } from './column-lists';
import { ColumnsChoice } from './columns-choice';
import { ListSource } from './list-source';
import { BadLines } from './paste-parameters';
import { useColumns } from './use-columns';

const example = `control, type, channel, number, values, parameter
FS 1, cc, 5, 20, 127/0, Freeze
Ex 1, cc, 5, 11, 0..127, Level
FS 2, program, 5, 7
FS 3, keys, , Ctrl+S
FS 4, bank, , next`;

/** Lines that are shown at most. */
const SHOWN = 200;

export function ProgrammedDialog({
  index,
  controller,
  onClose,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly onClose: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const [text, setText] = useState('');
  const [entered, setEntered] = useState(true);
  const read = useDeferredValue(text);
  const columns = useColumns(columnLists.programmed, read);
  const { good, bad } = useMemo(
    () => parseProgrammed(index, controller, read, columns.chosen),
    [index, controller, read, columns.chosen],
  );
  const take = (): void => {
    if (!edit(programmedEdit(index, good, entered ? new Date().toISOString() : null, () => nanoid(10)))) return;
    toast(`Took over ${counted(good.length, 'assignment')}${entered ? ' as entered' : ', to be entered'}`);
    onClose();
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title="Paste what is programmed"
      description={`What ${controller.name} already sends. It is taken over as it is.`}
      footer={
        <Button tone="primary" disabled={good.length === 0 || read !== text} onClick={take}>
          Take over {counted(good.length, 'line')}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <ListSource
          files="CSV or TSV"
          accept=".csv,.tsv,.txt,text/csv,text/tab-separated-values"
          label="One control per line: control, type, channel, number, values, parameter"
          hint="Values: 0..127 for what moves, 127/0 alternating, 127 held 0 for press and release, 127 for every press. Further columns if wanted: bank, gesture. A parameter that several targets have is written as Target: Parameter; without one it is only sent. A switch can also note keys, or go to a bank or page: 3, next, before, last."
          example={example}
          rows={good.length > 0 ? 4 : 8}
          text={text}
          onText={setText}
        />
        <ColumnsChoice columns={columns} />
        <Switch
          label={`It stands in ${controller.name} and in the software like this: tick it as entered`}
          on={entered}
          onChange={setEntered}
        />
        <BadLines lines={text.trim() === '' || columns.missing ? [] : bad} />
        {good.length > 0 && (
          <ul className="max-h-40 overflow-y-auto rounded-sm border text-xs">
            {good.slice(0, SHOWN).map((line) => (
              <li
                key={`${line.controlId} ${line.bank} ${line.gesture.type} ${line.parameter?.id}`}
                className="flex gap-3 border-b px-2 py-1 last:border-b-0"
              >
                <span className="w-32 font-semibold">
                  {index.controls.get(line.controlId)?.name} {line.gesture.type}
                </span>
                <span className="w-32 truncate font-mono">{actionWords(controller, line.action)}</span>
                <span>{line.parameter?.name ?? 'no parameter'}</span>
              </li>
            ))}
            {good.length > SHOWN && <li className="px-2 py-1 text-ink-2">and {counted(good.length - SHOWN, 'more line')}</li>}
          </ul>
        )}
      </div>
    </Dialog>
  );
}
