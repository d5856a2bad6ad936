// How the state of saving reads in full.
import type { Saving } from '../store/rig-store';

export const savingWords: Readonly<Record<Saving, string>> = {
  saved: 'Everything is saved.',
  saving: 'The last change is being saved.',
  offline: 'Keen Dial does not answer. Your changes wait here and are sent again.',
  gone: 'This rig is not in the database any more. Your changes stay on this device; bring it back from the list of rigs.',
  parted: 'The database is another one than before. Say what becomes of your changes.',
  'disk-full': 'The disk is full: your changes wait here. Make room, and they are saved by themselves.',
  'read-only': 'The data folder cannot be written: your changes wait here until it can.',
  locked: 'Another program holds the database: your changes wait here until it lets go.',
  damaged: 'The database is damaged: your changes wait here. The list of rigs leads to the backups.',
};
