// How each table of a rig lies in the database: one column per field, structured fields as JSON text.
import { type Row, rowSchemas, type TableName } from '@/core/rig';
import type { DbRecord } from './sql';

export type ColumnKind = 'text' | 'real' | 'integer' | 'boolean' | 'json';

/** The columns of every row table besides `rigId`, `id` and `order`. */
export const columns: { readonly [T in TableName]: Readonly<Record<Exclude<keyof Row<T>, 'id' | 'order'>, ColumnKind>> } = {
  controllers: {
    name: 'text',
    templateId: 'text',
    templateVersion: 'integer',
    port: 'text',
    channel: 'integer',
    width: 'real',
    height: 'real',
    bankNames: 'json',
    firmware: 'json',
    setUp: 'json',
    clock: 'json',
    form: 'json',
    evidence: 'json',
    note: 'text',
  },
  controls: {
    controllerId: 'text',
    name: 'text',
    kind: 'text',
    x: 'real',
    y: 'real',
    width: 'real',
    height: 'real',
    family: 'text',
    familyOrder: 'integer',
    side: 'text',
    subControls: 'json',
    light: 'text',
    ring: 'boolean',
    motor: 'boolean',
    detents: 'integer',
    display: 'json',
    calibration: 'json',
    factory: 'json',
    origin: 'text',
    port: 'text',
    polarity: 'text',
    springsTo: 'real',
    strike: 'json',
    aftertouch: 'text',
  },
  counters: {
    controllerId: 'text',
    name: 'text',
    from: 'integer',
    to: 'integer',
    step: 'integer',
    atEnd: 'text',
    start: 'integer',
    firstPress: 'text',
  },
  targets: {
    name: 'text',
    kind: 'text',
    profileId: 'text',
    profileVersion: 'integer',
    port: 'text',
    version: 'text',
    reception: 'json',
    setUp: 'json',
    channelBanks: 'json',
    form: 'json',
    evidence: 'json',
    note: 'text',
  },
  parameters: {
    targetId: 'text',
    name: 'text',
    group: 'text',
    kind: 'text',
    unit: 'text',
    lowest: 'real',
    highest: 'real',
    scale: 'json',
    centre: 'text',
    steps: 'json',
    default: 'real',
    start: 'real',
    role: 'text',
    tags: 'json',
    tolerance: 'real',
    evidence: 'json',
    origin: 'text',
    atEnd: 'text',
    needsFront: 'boolean',
    drives: 'json',
    entered: 'json',
    states: 'json',
    launch: 'text',
    whileWaiting: 'text',
    note: 'text',
  },
  presets: {
    parameterId: 'text',
    step: 'integer',
    stored: 'boolean',
    rest: 'text',
    values: 'json',
    entered: 'json',
    note: 'text',
  },
  wires: {
    from: 'json',
    to: 'json',
    transport: 'text',
    channels: 'json',
    types: 'json',
    forNotes: 'boolean',
    forRemote: 'boolean',
    passesOn: 'boolean',
    translator: 'json',
    entered: 'json',
    note: 'text',
  },
  layers: {
    name: 'text',
    letter: 'text',
    shape: 'text',
    modifierControlId: 'text',
    alsoOpenedBy: 'json',
    together: 'boolean',
    mode: 'text',
    tap: 'json',
    scope: 'json',
    madeIn: 'text',
    signal: 'json',
    signalBy: 'text',
    alsoSignals: 'json',
    fallsThrough: 'boolean',
    blinks: 'real',
    entered: 'json',
  },
  groups: {
    controllerId: 'text',
    name: 'text',
    bank: 'integer',
    page: 'integer',
    controlIds: 'json',
    pressedAgain: 'text',
    sendsOff: 'boolean',
    entered: 'json',
    note: 'text',
  },
  arrivals: {
    controllerId: 'text',
    bank: 'integer',
    page: 'integer',
    actions: 'json',
    latches: 'json',
    atStart: 'boolean',
    entered: 'json',
    note: 'text',
  },
  assignments: {
    controlId: 'text',
    bank: 'integer',
    page: 'integer',
    layerId: 'text',
    gesture: 'json',
    actions: 'json',
    wants: 'json',
    textShort: 'text',
    textLong: 'text',
    colour: 'text',
    colourOff: 'text',
    lightBy: 'text',
    minimum: 'boolean',
    entered: 'json',
    saved: 'json',
    proved: 'json',
    why: 'text',
    replaced: 'text',
    note: 'text',
  },
  landings: {
    targetId: 'text',
    parameterId: 'text',
    port: 'text',
    address: 'json',
    hostLayerId: 'text',
    mode: 'text',
    coding: 'text',
    from: 'real',
    to: 'real',
    curve: 'json',
    takeover: 'text',
    setValue: 'real',
    chosenBy: 'json',
    by: 'integer',
    channels: 'text',
    scope: 'text',
    conditions: 'json',
    settings: 'json',
    given: 'text',
    entered: 'json',
    proved: 'json',
    note: 'text',
  },
  scenes: { name: 'text', values: 'json', assignmentId: 'text', note: 'text' },
  songs: { name: 'text', bpm: 'real', beatsPerBar: 'integer', sections: 'json', note: 'text' },
  sets: { name: 'text', songIds: 'json', note: 'text' },
  scripts: { name: 'text', events: 'json' },
  accepted: { check: 'text', subjectId: 'text', reason: 'text', restsOn: 'text', at: 'text' },
  searches: { at: 'text', controllerId: 'text', targetId: 'text', answers: 'json', cause: 'text', note: 'text' },
};

/** A row as it is written. */
export function toRecord<T extends TableName>(rigId: string, table: T, row: Row<T>): DbRecord {
  const record: Record<string, unknown> = { rigId, id: row.id, ordinal: row.order };
  const fields = new Map<string, unknown>(Object.entries(row));
  for (const [field, kind] of Object.entries(columns[table])) {
    const value = fields.get(field);
    record[field] = value === null || value === undefined ? null : kind === 'json' ? JSON.stringify(value) : value;
  }
  return record;
}

/** A record read back, through the schema of its table: what is on disk is outside data too. */
export function fromRecord<T extends TableName>(table: T, record: DbRecord): Row<T> {
  const raw: Record<string, unknown> = { id: record.id, order: record.ordinal };
  for (const [field, kind] of Object.entries(columns[table])) {
    const value = record[field];
    raw[field] =
      value === null || value === undefined
        ? null
        : kind === 'json'
          ? JSON.parse(String(value))
          : kind === 'boolean'
            ? value === 1 || value === true
            : value;
  }
  return rowSchemas[table].parse(raw) as Row<T>; // border: parsed by this table's schema
}
