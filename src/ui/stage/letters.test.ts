import { describe, expect, it } from 'vitest';
import { arranged, evenly, SMALLEST, written } from './letters';
import { letterPixels } from './stage-settings';

describe('writing on Stage', () => {
  it('is as large as the distance asks for: twice as far, twice as large; 20 minutes of arc by hand', () => {
    const near = letterPixels({ distance: 100, pixels: 96 / 25.4 });
    expect(letterPixels({ distance: 200, pixels: 96 / 25.4 })).toBeCloseTo(2 * near, 6);
    // tan(20′) · 1000 mm = 5.818 mm of capitals, 8.683 mm of writing at 0.67, at 3.7795 px a millimetre.
    expect(near).toBeCloseTo(32.8, 1);
  });

  it('a name is written whole as large as it fits, and shortened only at the smallest size', () => {
    const whole = written('Rain bed', 300, 60, 32);
    expect(whole).toEqual({ lines: ['Rain bed'], size: 32 });
    const small = written('Rain bed', 80, 60, 32);
    expect(small.lines.join(' ')).toBe('Rain bed');
    expect(small.size).toBeLessThan(32);
    const cut = written('Interferometer of the northern lights', 40, 16, 32);
    expect(cut.size).toBe(SMALLEST);
    expect(cut.lines).toHaveLength(1);
  });

  it('a few long names do not make all of them small', () => {
    expect(evenly([13, 20, 24, 30], 32)).toBe(20);
    expect(evenly([], 32)).toBe(32);
    expect(evenly([40, 40], 32)).toBe(32);
  });

  it('panels stand side by side where that draws them larger', () => {
    const panel = { width: 300, height: 100 };
    expect(arranged([panel, panel], { width: 1240, height: 300 }, 50, 16)).toMatchObject({ columns: 2 });
    expect(arranged([panel, panel], { width: 640, height: 900 }, 50, 16)).toEqual({ columns: 1, scale: 640 / 300 });
  });
});
