'use client';

// What presets keep, as a list: it stands there as it is now, and is pasted over or changed line by line. What was understood is counted before it is taken over.

import { nanoid } from 'nanoid';
import { useDeferredValue, useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { takePresets } from '@/core/commands';
import { parsePresets, writePresets } from '@/core/formats';
import type { Edit, Parameter, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field } from '../primitives/field';
import { columnLists } from './column-lists';
import { ColumnsChoice } from './columns-choice';
import { BadLines } from './paste-parameters';
import { useColumns } from './use-columns';

interface Props {
  readonly index: RigIndex;
  readonly chooser: Parameter;
  readonly edit: (edit: Edit) => boolean;
  readonly onClose: () => void;
}

export function PresetsList({ index, chooser, edit, onClose }: Props) {
  const [text, setText] = useState(() => writePresets(index, chooser));
  const read = useDeferredValue(text);
  const columns = useColumns(columnLists.presets, read);
  const { good, lines, bad } = useMemo(
    () => parsePresets(read, index, chooser, columns.chosen),
    [read, index, chooser, columns.chosen],
  );
  const take = (): void => {
    if (edit(takePresets(index, chooser, good, () => nanoid(10)))) onClose();
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`What presets of ${chooser.name} keep`}
      description="Each preset that the list names keeps what the list says of it, and nothing else. The others stay as they are."
      footer={
        <Button tone="primary" disabled={good.size === 0} onClick={take}>
          Take over {counted(good.size, 'preset')}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <Field
          label="A value on each line: preset, parameter, value"
          hint="Paste from a spreadsheet or type. “all else” in place of a parameter says what becomes of what is not named: stays, or not known. “empty” says that nothing is stored there."
        >
          {(id) => (
            <textarea
              id={id}
              value={text}
              onChange={(e) => setText(e.target.value)}
              rows={14}
              spellCheck={false}
              className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs leading-5"
            />
          )}
        </Field>
        <ColumnsChoice columns={columns} />
        <p role="status" className="text-ink-2">
          {counted(lines, 'line')} understood
        </p>
        <BadLines lines={columns.missing ? [] : bad} />
      </div>
    </Dialog>
  );
}
