// Wires that pass on what arrives at their start. Frozen: a step that has shipped is never changed.
import { addColumns, type Migration } from './migration';

export const wiresPassOn: Migration = {
  name: '002-wires-pass-on',
  up: (connection) => addColumns(connection, [['wires', 'passesOn', 'TINYINT(1) NOT NULL DEFAULT 0']]),
};
