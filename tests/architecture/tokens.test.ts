// Contrast of every pair of colours that is used (WCAG 2.2, 1.4.3: text 4.5:1; 1.4.11: marks and edges 3:1).
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { pairs, type Token, tokens } from '@/ui/tokens.data';

/** Relative luminance of a colour (WCAG 2.2, definition). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((i) => Number.parseInt(hex.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [x, y] = [luminance(a), luminance(b)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}

describe('colours', () => {
  it('the formula gives the two known ends: black on white 21:1, a colour on itself 1:1', () => {
    expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 5);
    expect(contrast('#0F6157', '#0F6157')).toBe(1);
  });
  it.each(pairs)('%s on %s can be read as %s, light and dark', (front, back, use) => {
    for (const i of [0, 1] as const)
      expect(contrast(tokens[front][i], tokens[back][i])).toBeGreaterThanOrEqual(use === 'text' ? 4.5 : 3);
  });
  it('the style sheet carries these very values', () => {
    const css = readFileSync(new URL('../../src/app/globals.css', import.meta.url), 'utf8');
    const [light = '', dark = ''] = [/:root \{([^}]*)\}/.exec(css)?.[1], /\.dark \{([^}]*)\}/.exec(css)?.[1]];
    for (const name of Object.keys(tokens) as Token[]) {
      expect(light.toUpperCase()).toContain(`--${name}: ${tokens[name][0]};`.toUpperCase());
      expect(dark.toUpperCase()).toContain(`--${name}: ${tokens[name][1]};`.toUpperCase());
    }
  });
});
