import type { Drawing } from '@diatribon/contract'

/*
 * Small drawings that explain a symptom or a cause. Lines only, so that they read in grey and in the dark: a full line is the
 * thing itself, a broken one what it should be.
 */

const should = { strokeDasharray: '4 3', opacity: 0.7 }
const fill = { fill: 'currentColor', stroke: 'none', opacity: 0.22 }

const shapes: Record<Drawing, { words: string; shape: React.ReactNode }> = {
  ridges: {
    words: 'First layer from the side: the strands are squeezed and plough up ridges between them.',
    shape: (
      <>
        <path d="M6 62 H114" />
        <path
          d="M10 62 V52 Q14 40 18 52 Q30 54 42 52 Q46 40 50 52 Q62 54 74 52 Q78 40 82 52 Q94 54 106 52 V62 Z"
          {...fill}
        />
        <path d="M10 62 V52 Q14 40 18 52 Q30 54 42 52 Q46 40 50 52 Q62 54 74 52 Q78 40 82 52 Q94 54 106 52 V62" />
        <path d="M10 48 H106" {...should} />
        <path d="M52 12 H72 V28 L66 46 H58 L52 28 Z" />
      </>
    ),
  },
  gaps: {
    words: 'First layer from the side: round strands lie beside each other with gaps, and hardly hold.',
    shape: (
      <>
        <path d="M6 62 H114" />
        {[20, 44, 68, 92].map((x) => (
          <g key={x}>
            <circle cx={x} cy={53} r={9} {...fill} />
            <circle cx={x} cy={53} r={9} />
          </g>
        ))}
        <path d="M10 52 H110" {...should} />
        <path d="M58 6 H78 V16 L72 30 H64 L58 16 Z" />
      </>
    ),
  },
  'guide tube gap': {
    words: 'Cut through the hot end: the tube has backed out, and melt collects in the gap above the nozzle.',
    shape: (
      <>
        <path d="M36 8 V56 L52 70 H68 L84 56 V8" />
        <path d="M50 4 V34 M70 4 V34 M50 34 H70" />
        <path d="M50 34 H46 V50 H74 V34 H70" {...fill} />
        <path d="M46 38 V50 M74 38 V50" />
        <path d="M50 50 V34 M70 50 V34" {...should} />
        <path d="M92 42 H80 M92 42 l-5 -3 M92 42 l-5 3" transform="translate(172 0) scale(-1 1)" />
      </>
    ),
  },
  'eccentric nut': {
    words: 'The wheel sits off the middle of its nut: turning the nut moves it towards the rail or away.',
    shape: (
      <>
        <path d="M6 60 H114 V70 H6 Z" {...fill} />
        <path d="M6 60 H114" />
        <circle cx={60} cy={38} r={22} />
        <circle cx={60} cy={32} r={12} />
        <circle cx={60} cy={38} r={4} />
        <path d="M88 18 A34 34 0 0 1 94 46 M94 46 l-6 -4 M94 46 l3 -7" />
      </>
    ),
  },
  backlash: {
    words: 'Backlash on a circle: where an axis turns round it stands still for a moment and cuts a flat.',
    shape: (
      <>
        <circle cx={60} cy={38} r={29} {...should} />
        <path d="M36 22 Q44 11 60 11 Q76 11 84 22 V54 Q76 65 60 65 Q44 65 36 54 Z" />
        <path d="M26 30 V46 M94 30 V46" />
      </>
    ),
  },
  'shifted layers': {
    words: 'From one height on every layer lies to one side.',
    shape: (
      <>
        {[0, 1, 2, 3, 4, 5, 6].map((i) => (
          <rect key={i} x={i < 3 ? 30 : 44} y={62 - i * 8} width={46} height={7} {...(i < 3 ? {} : fill)} />
        ))}
        {[3, 4, 5, 6].map((i) => (
          <rect key={i} x={44} y={62 - i * 8} width={46} height={7} />
        ))}
        <path d="M30 8 V68 M76 8 V30" {...should} />
      </>
    ),
  },
  leaning: {
    words: 'A column that leans, or whose layers get looser towards the top.',
    shape: (
      <>
        <path d="M36 68 L50 8 H74 L66 68 Z" {...fill} />
        <path d="M36 68 L50 8 H74 L66 68 Z" />
        <path d="M36 68 V8 M66 68 V8" {...should} />
        <path d="M10 68 H110" />
      </>
    ),
  },
  'regular bands': {
    words: 'Rings at one distance: one turn of the lead screw each.',
    shape: (
      <>
        <path d="M44 8 Q50 13 44 18 Q38 23 44 28 Q50 33 44 38 Q38 43 44 48 Q50 53 44 58 Q38 63 44 68" />
        <path d="M76 8 Q70 13 76 18 Q82 23 76 28 Q70 33 76 38 Q82 43 76 48 Q70 53 76 58 Q82 63 76 68" />
        <path d="M92 13 V33 M88 13 H96 M88 33 H96" />
        <path d="M10 68 H110" />
      </>
    ),
  },
  strings: {
    words: 'Hairs across open space between two walls.',
    shape: (
      <>
        <path d="M22 16 H38 V68 H22 Z M82 16 H98 V68 H82 Z" {...fill} />
        <path d="M22 68 V16 H38 V68 M82 68 V16 H98 V68 M10 68 H110" />
        <path d="M38 26 Q60 36 82 24 M38 38 Q60 46 82 38 M38 50 Q60 60 82 52" strokeWidth={0.8} />
      </>
    ),
  },
  'lifted corner': {
    words: 'A corner has curled away from the plate.',
    shape: (
      <>
        <path d="M10 68 H110" />
        <path d="M20 66 H72 Q88 64 100 50 V34 H20 Z" {...fill} />
        <path d="M20 66 H72 Q88 64 100 50 V34 H20 Z" />
        <path d="M72 66 H100 V50" {...should} />
      </>
    ),
  },
  'thin extrusion': {
    words: 'A wall whose lines thin out and end.',
    shape: (
      <>
        <path d="M14 60 H106" strokeWidth={6} />
        <path d="M14 49 H106" strokeWidth={5} />
        <path d="M14 38 H96" strokeWidth={3} />
        <path d="M14 28 H70" strokeWidth={1.6} />
        <path d="M14 19 H22 M28 19 H34 M42 19 H46" strokeWidth={1} />
        <path d="M14 19 H106 M70 28 H106" {...should} />
      </>
    ),
  },
  'cracked lever': {
    words: 'The lever has a hair crack at its pivot and gives way when it is pressed.',
    shape: (
      <>
        <path d="M18 50 L58 38 Q66 30 74 38 L104 24" strokeWidth={7} strokeLinecap="round" opacity={0.3} />
        <path d="M18 50 L58 38 M74 38 L104 24" />
        <circle cx={66} cy={40} r={6} />
        <path d="M58 26 L63 33 L59 38 L66 47 L62 54" strokeWidth={2.4} />
        <circle cx={18} cy={58} r={9} />
      </>
    ),
  },
}

/** What a drawing is called in a list. */
export const drawingWords = (of: Drawing) => shapes[of].words

export function DrawingOf({ of, width = 120 }: { of: Drawing; width?: number }) {
  const { words, shape } = shapes[of]
  return (
    <svg
      viewBox="0 0 120 76"
      width={width}
      height={(width * 76) / 120}
      role="img"
      aria-label={words}
      fill="none"
      stroke="currentColor"
      strokeWidth={1.6}
    >
      <title>{words}</title>
      {shape}
    </svg>
  )
}
