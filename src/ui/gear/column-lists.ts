// The lists that are read by columns: what each column can be, in words, and the one without which nothing can be read.
import {
  choosableColumns,
  type PresetColumn,
  type ProgrammedColumn,
  parametersHead,
  presetColumns,
  presetsHead,
  programmedColumns,
  programmedHead,
  type ReadColumn,
  type TableHead,
} from '@/core/formats';

export interface ColumnList {
  /** Before the headings that are remembered for it; empty for the list of parameters, which was the first. */
  readonly mark: string;
  readonly head: (text: string) => TableHead;
  readonly columns: readonly string[];
  readonly words: Readonly<Record<string, string>>;
  readonly needs: string;
}

const parameterWords: Readonly<Record<ReadColumn, string>> = {
  name: 'name',
  kind: 'kind',
  range: 'range (0..100)',
  unit: 'unit',
  scale: 'scale',
  steps: 'steps',
  group: 'group',
  default: 'default',
  start: 'start',
  tags: 'tags',
  centre: 'centre',
  tolerance: 'tolerance',
  role: 'role',
  note: 'note',
  message: 'kind of message',
  number: 'its number',
  channel: 'channel',
  lowest: 'lowest value',
  highest: 'highest value',
};

const programmedWords: Readonly<Record<ProgrammedColumn, string>> = {
  control: 'control',
  type: 'kind of message',
  channel: 'channel',
  number: 'its number',
  values: 'values (0..127)',
  parameter: 'parameter',
  bank: 'bank',
  gesture: 'gesture',
  lowest: 'lowest value',
  highest: 'highest value',
};

const presetWords: Readonly<Record<PresetColumn, string>> = { preset: 'preset', parameter: 'parameter', value: 'value' };

export const columnLists = {
  parameters: { mark: '', head: parametersHead, columns: choosableColumns, words: parameterWords, needs: 'name' },
  programmed: {
    mark: 'programmed: ',
    head: programmedHead,
    columns: programmedColumns,
    words: programmedWords,
    needs: 'control',
  },
  presets: { mark: 'presets: ', head: presetsHead, columns: presetColumns, words: presetWords, needs: 'preset' },
} as const satisfies Readonly<Record<string, ColumnList>>;

/** Whether something that was kept is a column of any of these lists, or leaves one out. */
export const isColumn = (value: unknown): value is string =>
  value === '' || Object.values(columnLists).some((list: ColumnList) => list.columns.some((c) => c === value));
