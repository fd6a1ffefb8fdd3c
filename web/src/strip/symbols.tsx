import type { Point } from '@elwand/core';
import { SYMBOL_PX } from './sizes.ts';

/** Existing points are hollow and thin, new ones filled and double weight. */
export function PointSymbol({ kind, fresh }: { readonly kind: Point['kind']; readonly fresh: boolean }) {
  const line = fresh ? 'var(--new)' : 'var(--ink)';
  const fill = fresh ? 'var(--new)' : 'var(--sheet)';
  const mark = fresh ? 'var(--sheet)' : 'var(--ink)';
  const width = fresh ? 2 : 1.2;
  const { w, h } = SYMBOL_PX[kind];
  switch (kind) {
    case 'receptacle':
      return (
        <g>
          <rect
            x={-w}
            y={-h}
            width={2 * w}
            height={2 * h}
            rx="3"
            fill={fill}
            stroke={line}
            strokeWidth={width}
          />
          <path d="M-2.5-6v4M2.5-6v4M-2.5 2v4M2.5 2v4" stroke={mark} strokeWidth="1.4" />
        </g>
      );
    case 'switch':
      return (
        <g>
          <rect
            x={-w}
            y={-h}
            width={2 * w}
            height={2 * h}
            rx="1.5"
            fill={fill}
            stroke={line}
            strokeWidth={width}
          />
          <rect x="-2" y="-4.5" width="4" height="9" fill={mark} />
        </g>
      );
    case 'junction':
      return (
        <g>
          <rect x={-w} y={-h} width={2 * w} height={2 * h} fill={fill} stroke={line} strokeWidth={width} />
          <path d={`M${-w} ${-h}L${w} ${h}M${w} ${-h}L${-w} ${h}`} stroke={mark} strokeWidth="1" />
        </g>
      );
    case 'luminaire':
      return (
        <g>
          <circle r={w} fill={fill} stroke={line} strokeWidth={width} />
          <path
            d={`M${-w * 0.7} ${-w * 0.7}L${w * 0.7} ${w * 0.7}M${w * 0.7} ${-w * 0.7}L${-w * 0.7} ${w * 0.7}`}
            stroke={mark}
            strokeWidth="1.2"
          />
        </g>
      );
    case 'fan':
    case 'appliance':
      return (
        <g>
          <circle r={w} fill={fill} stroke={line} strokeWidth={width} />
          <circle r="2" fill={mark} />
        </g>
      );
  }
}
