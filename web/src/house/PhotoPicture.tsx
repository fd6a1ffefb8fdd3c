import { msg, type Pin, type Pixel } from '@elwand/core';
import { useState, type MouseEvent } from 'react';
import { useSay } from '../app/say.ts';
import type { PhotoMark } from './photo-marks.ts';

/** The picture with the points and things that were clicked on it; nothing can be clicked before it is there. */
export function PhotoPicture({
  picture,
  pins,
  marks,
  onClick,
}: {
  readonly picture: string;
  readonly pins: readonly Pin[];
  readonly marks: readonly PhotoMark[];
  readonly onClick: (at: Pixel) => void;
}) {
  const say = useSay();
  /** Of the picture itself, px. */
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  const [missing, setMissing] = useState(false);
  const dot = (size?.width ?? 0) / 160;
  const put = (e: MouseEvent<SVGSVGElement>) => {
    if (!size) return;
    const r = e.currentTarget.getBoundingClientRect();
    onClick({
      x: ((e.clientX - r.left) * size.width) / r.width,
      y: ((e.clientY - r.top) * size.height) / r.height,
    });
  };
  if (missing) return <p className="muted">{say(msg('screen.wall.picture-elsewhere'))}</p>;
  return (
    <div className="photo">
      <img
        src={picture}
        onError={() => setMissing(true)}
        alt={say(msg('screen.wall.the-wall-as-photographed'))}
        onLoad={(e) =>
          setSize({ width: e.currentTarget.naturalWidth, height: e.currentTarget.naturalHeight })
        }
      />
      {size && (
        <svg
          viewBox={`0 0 ${size.width} ${size.height}`}
          role="img"
          aria-label={say(msg('screen.wall.points-on-the-picture'))}
          onClick={put}
        >
          {pins.map((p, i) => (
            <g key={i}>
              <circle cx={p.at.x} cy={p.at.y} r={dot} className="photo-pin" />
              <text x={p.at.x + 1.5 * dot} y={p.at.y - dot} fontSize={4 * dot} className="photo-label">
                {i + 1}
              </text>
            </g>
          ))}
          {marks.map((m, i) => (
            <path
              key={i}
              d={`${m.to ? `M${m.at.x} ${m.at.y}L${m.to.x} ${m.to.y}` : ''}M${m.at.x - 2 * dot} ${m.at.y}h${4 * dot}M${m.at.x} ${m.at.y - 2 * dot}v${4 * dot}`}
              className="photo-mark"
              strokeWidth={dot / 2}
            />
          ))}
        </svg>
      )}
    </div>
  );
}
