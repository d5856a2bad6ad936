// @vitest-environment jsdom
// Step by step draws every fact of every line: what the sheet says, the walk says. On the demo and on rigs with everything in them.
import { cleanup, render } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { indexRig, type Rig } from '@/core/rig';
import { entrySteps } from '@/core/sheets';
import { lanternHour } from '@/demo/lantern-hour';
import { richRig, someRichRig } from '../../../tests/kit/rich-rig';
import { ClearStep, ControlStep, LayerStep, MacroStep, ParameterStep, PlaceStep, PresetStep, TranslatorStep } from './walk-steps';

vi.mock('./teach', () => ({ Teach: () => null }));
vi.mock('./panel-position', () => ({ PanelPosition: () => null }));
afterEach(cleanup);

const squeezed = (text: string): string => text.replace(/\s+/g, ' ');

/** Facts that are not drawn in the words of a step, by step and name. */
function leftOut(rig: Rig): readonly string[] {
  const index = indexRig(rig);
  return entrySteps(index).flatMap((step) => {
    if (!('lines' in step)) return [];
    const { container, unmount } = render(
      step.type === 'control' ? (
        <ControlStep step={step} index={index} />
      ) : step.type === 'layer' ? (
        <LayerStep step={step} />
      ) : step.type === 'macro' ? (
        <MacroStep step={step} />
      ) : step.type === 'translator' ? (
        <TranslatorStep step={step} />
      ) : step.type === 'preset' ? (
        <PresetStep step={step} />
      ) : step.type === 'place' ? (
        <PlaceStep step={step} />
      ) : step.type === 'clear' ? (
        <ClearStep step={step} />
      ) : (
        <ParameterStep step={step} index={index} out={null as never} />
      ),
    );
    const drawn = squeezed(container.textContent ?? '');
    unmount();
    return step.lines.flatMap((line) =>
      line.facts.filter((f) => !drawn.includes(squeezed(f.text))).map((f) => `${step.key}: ${f.name} ${f.text}`),
    );
  });
}

describe('step by step', () => {
  it('leaves out no fact of the demo', () => {
    expect(leftOut(lanternHour())).toEqual([]);
  });
  it('leaves out no fact of a rig with everything in it', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        expect(leftOut(richRig(given))).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });
});
