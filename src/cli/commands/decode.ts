import { exhaustive } from '@/core/base';
import { decodeAll, hexOf, sayCommon, sayPacked } from '@/core/midi';
import { type Command, oneFile } from '../command';
import { readStream } from '../input';
import { answer, tableOf } from '../table';

const hex = (bytes: readonly number[]): string => bytes.map((b) => b.toString(16).toUpperCase().padStart(2, '0')).join(' ');

/** Most bytes of a SysEx that are written out. */
const SHOWN = 16;

/** A SysEx with its first byte and its last; what is left out between them is marked. */
function sysexHex(bytes: readonly number[], whole: boolean): string {
  const end = whole ? [0xf7] : [];
  if (bytes.length <= SHOWN) return hex([0xf0, ...bytes, ...end]);
  return `${hex([0xf0, ...bytes.slice(0, SHOWN)])} …${whole ? ' F7' : ''}`;
}

export const decode: Command = {
  name: 'decode',
  summary: 'says what MIDI bytes mean: a raw file (.syx), or bytes in hexadecimal; exit code 1 where something was dropped',
  usage: '[bytes]',
  options: {},
  examples: ['echo B4 68 7F 00 | keen decode', 'keen decode dump.syx'],
  run: async (options, io) => {
    const events = decodeAll(await readStream(io, oneFile(options)));
    answer(io, options, { events }, () =>
      tableOf(
        events.map((event) => {
          switch (event.type) {
            case 'channel':
              return [hexOf(event.word), sayPacked(event.word)];
            case 'sysex':
              return [
                sysexHex(event.bytes, event.whole),
                `SysEx, ${event.bytes.length + (event.whole ? 2 : 1)} bytes${event.whole ? '' : ', cut short'}`,
              ];
            case 'dropped':
              return [hex(event.bytes.slice(0, 12)), `dropped: ${event.reason.replace('-', ' ')}`];
            case 'common':
              return [hex([event.status, ...event.data]), sayCommon(event.status, event.data)];
            case 'real-time':
              return [hex([event.status]), sayPacked(event.status << 16)];
            default:
              return exhaustive(event);
          }
        }),
      ),
    );
    return events.some((e) => e.type === 'dropped') ? 1 : 0;
  },
};
