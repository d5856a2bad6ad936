// The little drawing of a switch: what the finger does, what is sent, what each parameter does.
import type { Drawing } from '@/core/bench';
import { showValue } from '@/core/bench';

type Presses = Extract<Drawing, { type: 'presses' }>;

const LEFT = 68;
const WIDTH = 296;
const ROW = 34;

/** Most presses that are drawn: more of them would lie over each other. */
const MOST = 6;

/** How many gestures are drawn, and of how many. */
export function headline({ gestures, gesture, downs }: Presses): string {
  const shown = Math.min(gestures, Math.floor(MOST / downs));
  if (shown < gestures) return `The first ${shown} of ${gestures} ${gesture}`;
  return `${gestures === 4 ? 'Four' : gestures === 3 ? 'Three' : gestures} ${gesture} from a fresh start`;
}

export function PressDrawing({ drawing }: { readonly drawing: Presses }) {
  const shown = drawing.finger.slice(0, MOST);
  const end = (shown[shown.length - 1]?.to ?? 0) + 700;
  const x = (t: number): number => LEFT + (t / end) * (WIDTH - LEFT - 4);
  const values = drawing.values.filter((v) => v.points.length > 1 || drawing.values.length <= 3).slice(0, 3);
  const height = ROW * (2 + values.length) + 6;
  const sent = drawing.sent.filter((s) => s.at <= end && s.own);
  const firstStill =
    values.length === 1 &&
    (values[0]?.points[1]?.[0] ?? Number.POSITIVE_INFINITY) > (shown[1]?.from ?? 0) - 1 &&
    shown.length > 1 &&
    (values[0]?.points.length ?? 0) > 1;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full"
      role="img"
      aria-label={`${Math.round(shown.length / drawing.downs)} ${drawing.gesture}: sends ${sent.map((s) => s.label).join(', ')}`}
    >
      {firstStill && shown[0] && (
        <rect
          x={x(shown[0].from) - 6}
          y={2}
          width={x(shown[1]?.from ?? 0) - x(shown[0].from) - 4}
          height={height - 4}
          fill="none"
          stroke="var(--caution)"
          strokeDasharray="4 3"
          rx={3}
        />
      )}
      <Label y={ROW / 2} text="Finger" />
      <path d={fingerPath(shown, x, end)} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      <Label y={ROW * 1.5} text="Sent" />
      {sent.map((s, i) => (
        <g key={`${s.at} ${s.label}`}>
          <line x1={x(s.at)} x2={x(s.at)} y1={ROW + 6} y2={ROW * 2 - 6} stroke="var(--spark)" strokeWidth={1.8} />
          <text
            x={x(s.at) + (near(sent, i + 1, x) ? -4 : 4)}
            y={ROW + 17}
            textAnchor={near(sent, i + 1, x) ? 'end' : 'start'}
            fontSize="11.5"
            fill="var(--ink)"
            fontFamily="var(--font-mono)"
          >
            {s.label}
          </text>
        </g>
      ))}
      {values.map((v, i) => {
        const top = ROW * (2 + i) + 8;
        const all = v.points.map(([, value]) => value);
        const low = Math.min(...all);
        const high = Math.max(...all);
        const y = (value: number): number =>
          high === low ? top + ROW - 14 : top + (ROW - 14) * (1 - (value - low) / (high - low));
        return (
          <g key={v.parameter.id}>
            <Label y={top + ROW / 2 - 6} text={v.parameter.name} />
            <path d={stepPath(v.points, x, y, end)} fill="none" stroke="var(--verdigris)" strokeWidth={2.2} />
            <title>{`${v.parameter.name}: ${showValue(v.parameter, low)} to ${showValue(v.parameter, high)}`}</title>
          </g>
        );
      })}
    </svg>
  );
}

const Label = ({ y, text }: { readonly y: number; readonly text: string }) => (
  <text x={0} y={y + 4} fontSize="12" fill="var(--ink-2)">
    {text.length > 10 ? `${text.slice(0, 9)}…` : text}
  </text>
);

/** Whether a message follows so closely on the one before it that their values would lie over each other. */
const near = (sent: Presses['sent'], i: number, x: (t: number) => number): boolean =>
  i < sent.length && x(sent[i]?.at ?? 0) - x(sent[i - 1]?.at ?? 0) < 24;

function fingerPath(finger: Presses['finger'], x: (t: number) => number, end: number): string {
  const low = ROW - 9;
  const high = 9;
  const parts = finger.map((f) => `H${x(f.from)}V${high}H${Math.max(x(f.to), x(f.from) + 9)}V${low}`);
  return `M${LEFT} ${low}${parts.join('')}H${x(end)}`;
}

function stepPath(
  points: ReadonlyArray<readonly [number, number]>,
  x: (t: number) => number,
  y: (v: number) => number,
  end: number,
): string {
  const [first, ...rest] = points;
  if (!first) return '';
  const parts = rest.filter(([t]) => t <= end).map(([t, v]) => `H${x(t)}V${y(v)}`);
  return `M${LEFT} ${y(first[1])}${parts.join('')}H${x(end)}`;
}
