// Encodings against an oracle: Node's own encoders, and the standard's table for the bytes of Windows-1252.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decodeText } from '.';

const bytesOf = (text: string, encoding: BufferEncoding): Uint8Array => Uint8Array.from(Buffer.from(text, encoding));
const swapped = (bytes: Uint8Array): Uint8Array => Uint8Array.from(Buffer.from(bytes).swap16());
const text = fc.string({ unit: 'grapheme', maxLength: 60 });

describe('a file as text', () => {
  it('is UTF-8 with and without a mark, and UTF-16 either way round with one, for any text (property)', () => {
    fc.assert(
      fc.property(text, (t) => {
        const clean = t.replace(/^\ufeff+/, '');
        expect(decodeText(bytesOf(clean, 'utf8'))).toEqual({ ok: true, value: { text: clean, encoding: 'utf-8' } });
        expect(decodeText(bytesOf(`\ufeff${clean}`, 'utf8'))).toEqual({ ok: true, value: { text: clean, encoding: 'utf-8' } });
        const little = bytesOf(`\ufeff${clean}`, 'utf16le');
        expect(decodeText(little)).toEqual({ ok: true, value: { text: clean, encoding: 'utf-16le' } });
        expect(decodeText(swapped(little))).toEqual({ ok: true, value: { text: clean, encoding: 'utf-16be' } });
      }),
      { numRuns: 500 },
    );
  });
  it('is Windows-1252 where it is no UTF-8, by the table of the WHATWG Encoding standard', () => {
    expect(decodeText(Uint8Array.of(0x53, 0x6f, 0x72, 0x74, 0xe9, 0x20, 0x80))).toEqual({
      ok: true,
      value: { text: 'Sorté €', encoding: 'windows-1252' },
    });
    expect(decodeText(bytesOf('Grün ist die Höhe', 'latin1'))).toMatchObject({ value: { text: 'Grün ist die Höhe' } });
  });
  it('never has a sign that stands for what could not be read, whatever the bytes (property)', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), (bytes) => {
        const read = decodeText(bytes);
        const meant = Buffer.from(bytes).includes(Buffer.from('\ufffd', 'utf8')) || bytes[0] === 0xff || bytes[0] === 0xfe;
        if (read.ok && !meant) expect(read.value.text).not.toContain('\ufffd');
      }),
      { numRuns: 3000 },
    );
  });
  it('says so where a file does not keep to its mark', () => {
    expect(decodeText(Uint8Array.of(0xff, 0xfe, 0x41))).toMatchObject({
      ok: false,
      error: { code: 'not-its-encoding', encoding: 'utf-16le' },
    });
    expect(decodeText(Uint8Array.of(0xef, 0xbb, 0xbf, 0xff))).toMatchObject({ ok: false });
  });
});
