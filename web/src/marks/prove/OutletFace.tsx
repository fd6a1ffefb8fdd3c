import { msg, type Test } from '@elwand/core';
import { useSay } from '../../app/say.ts';

/** A duplex receptacle as people see it: neutral at the left, hot at the right, ground below; the pair that is measured is ringed. */

/** Which of the three openings a pair puts the probes in, by the end of its key. */
const PAIRS: Readonly<Record<string, readonly ('hot' | 'neutral' | 'ground')[]>> = {
  'hot-neutral': ['hot', 'neutral'],
  'hot-ground': ['hot', 'ground'],
  'neutral-ground': ['neutral', 'ground'],
};

/** The half and the openings of a reading; undefined where it is no reading at a duplex receptacle. */
function facedPair(
  key: string,
):
  | { readonly half: 'top' | 'bottom'; readonly probes: readonly ('hot' | 'neutral' | 'ground')[] }
  | undefined {
  const [half, pair] = key.split(':').slice(-2);
  const probes = PAIRS[pair ?? ''];
  return probes && (half === 'top' || half === 'bottom') ? { half, probes } : undefined;
}

const HALF_Y = { top: 14, bottom: 118 } as const;

export function OutletFace({ test }: { readonly test: Test }) {
  const say = useSay();
  const faced = facedPair(test.key);
  if (!faced) return null;
  const on = (half: 'top' | 'bottom', what: 'hot' | 'neutral' | 'ground') =>
    faced.half === half && faced.probes.includes(what);
  return (
    <svg className="outlet-face" viewBox="0 0 140 226" role="img" aria-label={say(test.says)}>
      <rect x="2" y="2" width="136" height="222" rx="8" className="face-plate" />
      {(['top', 'bottom'] as const).map((half) => {
        const y = HALF_Y[half];
        const slot = (what: 'hot' | 'neutral', x: number, height: number) => (
          <g>
            {on(half, what) && (
              <rect x={x - 11} y={y + 14} width="30" height="44" rx="5" className="face-ring" />
            )}
            <rect
              x={x}
              y={y + 20}
              width="8"
              height={height}
              className={on(half, what) ? 'face-on' : 'face-slot'}
            />
          </g>
        );
        return (
          <g key={half} className={faced.half === half ? undefined : 'face-other'}>
            <path
              d={`M24 ${y + 8}Q70 ${y - 8} 116 ${y + 8}V${y + 84}Q70 ${y + 100} 24 ${y + 84}Z`}
              className="face-half"
            />
            {slot('neutral', 42, 34)}
            {slot('hot', 90, 28)}
            {on(half, 'ground') && <circle cx="70" cy={y + 72} r="16" className="face-ring" />}
            <path
              d={`M61 ${y + 80}V${y + 72}A9 9 0 0 1 79 ${y + 72}V${y + 80}Z`}
              className={on(half, 'ground') ? 'face-on' : 'face-slot'}
            />
          </g>
        );
      })}
      {faced.probes.map((what) => {
        const y = HALF_Y[faced.half];
        const at = { neutral: [46, y + 12], hot: [94, y + 12], ground: [104, y + 78] }[what];
        return (
          <text key={what} x={at[0]} y={at[1]} className="face-name" textAnchor="middle">
            {say(msg(`screen.prove.probe.${what}`))}
          </text>
        );
      })}
    </svg>
  );
}
