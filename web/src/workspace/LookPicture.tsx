import type { LookAt } from '@elwand/core';
import type { ReactNode } from 'react';

/** A box that stands open, to draw in. */
const box = <path d="M14 12h56v44H14z" />;

/** What one stands before, drawn small: where on it the answer is stands in the strong line. */
const PICTURES: Readonly<Record<LookAt, ReactNode>> = {
  jacket: (
    <>
      <path d="M2 22h52l10 4h16M2 42h52l10-4h16M64 26v12M64 32h16" />
      <text x="8" y="36" className="look-print">
        14-2 G
      </text>
      <path d="M5 26h44v13H5z" className="look-here" />
    </>
  ),
  ground: (
    <>
      {box}
      <path d="M24 8v18q0 8 12 10" />
      <path d="M44 36l6-5 7 2 2 7-6 5-7-2z" className="look-here" />
      <path d="M47 38h9" className="look-here" />
    </>
  ),
  box: (
    <>
      {box}
      <path d="M26 4v14M30 4v14M52 4v14M56 4v14" />
      <path d="M28 18q-2 14 8 20M54 18q2 12-10 20M40 40v10" className="look-here" />
    </>
  ),
  clamp: (
    <>
      {box}
      <path d="M38 4v10M46 4v10" />
      <path d="M30 14h24v8H30zM42 22v6M38 30h8" className="look-here" />
    </>
  ),
  breaker: (
    <>
      <path d="M8 14h44v36H8z" />
      <path d="M22 24h20v16H22zM24 26h7v12h-7z" className="look-here" />
      <path d="M66 22a8 8 0 1 1-.1 0M62 38h8M63 42h6M58 14l-4-4M74 14l4-4" />
    </>
  ),
  marking: (
    <>
      <path d="M30 8h24l14 14v20L54 56H30L16 42V22z" />
      <path d="M28 26h28M28 33h28M28 40h18" className="look-here" />
    </>
  ),
  tab: (
    <>
      <path d="M26 4h32v56H26zM36 14v8M46 14v8M36 40v8M46 40v8" />
      <circle cx="64" cy="18" r="4" />
      <circle cx="64" cy="44" r="4" />
      <path d="M62 24h6v14h-6z" className="look-here" />
    </>
  ),
  divider: (
    <>
      <path d="M8 12h68v44H8z" />
      <path d="M42 12v44" className="look-here" />
      <path d="M22 24v20M62 24v20" />
    </>
  ),
  raceway: (
    <>
      <path d="M2 22h80M2 42h80" />
      <path d="M24 18v28M30 18v28" />
      <path d="M60 22v20M56 26l4-4 4 4M56 38l4 4 4-4" className="look-here" />
    </>
  ),
};

export function LookPicture({ at }: { readonly at: LookAt }) {
  return (
    <svg viewBox="0 0 84 64" width="84" height="64" className="look-picture" aria-hidden="true">
      {PICTURES[at]}
    </svg>
  );
}
