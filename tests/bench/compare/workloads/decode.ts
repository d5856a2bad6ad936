import { decode, idleDecoder, packedKey } from '@/core/midi';

export const name = 'decoding a million bytes, and the key of each message';
const bytes = Uint8Array.from({ length: 1_000_000 }, (_, i) => (i % 3 === 0 ? 0xb0 + ((i / 3) % 16) : i % 128));
export const work = (): unknown => {
  let sum = 0;
  const none = (): void => undefined;
  decode(idleDecoder, bytes, {
    channel: (word) => {
      sum += packedKey(word);
    },
    common: none,
    realTime: none,
    sysex: none,
    dropped: none,
  });
  return sum;
};
