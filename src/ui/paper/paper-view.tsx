// Paper on the screen: the same list of ink that goes into the PDF, in millimetres.
import { exhaustive } from '@/core/base';
import { type Ink, type Paper, symbolPoints } from '@/core/paper';

const families = { plain: 'inherit', bold: 'inherit', mono: 'var(--font-mono, monospace)' } as const;

/** One page, as wide as its box. Paper is white in the dark too. */
export function PaperView({ paper, page }: { readonly paper: Paper; readonly page: number }) {
  return (
    <svg
      viewBox={`0 0 ${paper.width} ${paper.height}`}
      className="w-full rounded-xs border border-control-edge"
      style={{ background: 'white' }}
      role="img"
      aria-label={`${paper.title}, page ${page + 1} of ${paper.pages.length}`}
    >
      {paper.pages[page]?.ink.map((ink, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a stroke is its place in the list
        <Stroke key={i} ink={ink} />
      ))}
    </svg>
  );
}

function Stroke({ ink }: { readonly ink: Ink }) {
  switch (ink.type) {
    case 'text':
      return (
        <text
          x={ink.x}
          y={ink.y}
          fontSize={ink.size}
          fontFamily={families[ink.face]}
          fontWeight={ink.face === 'bold' ? 700 : 400}
          fill="black"
        >
          {ink.text}
        </text>
      );
    case 'box':
      return <rect x={ink.x} y={ink.y} width={ink.width} height={ink.height} fill="none" stroke="black" strokeWidth={ink.line} />;
    case 'line':
      return (
        <line
          x1={ink.x1}
          y1={ink.y1}
          x2={ink.x2}
          y2={ink.y2}
          stroke="black"
          strokeWidth={ink.line}
          {...(ink.dashed ? { strokeDasharray: '0.6 0.6' } : {})}
        />
      );
    case 'symbol':
      return ink.shape === 'circle' ? (
        <circle cx={ink.x + ink.size / 2} cy={ink.y + ink.size / 2} r={ink.size / 2} fill="black" />
      ) : (
        <polygon
          points={symbolPoints[ink.shape].map(([x, y]) => `${ink.x + x * ink.size},${ink.y + y * ink.size}`).join(' ')}
          fill="black"
        />
      );
    default:
      return exhaustive(ink);
  }
}
