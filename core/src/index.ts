export * from './units/index.ts';
export * from './document/index.ts';
export * from './words/index.ts';
export * from './findings/index.ts';
export * from './catalog/index.ts';
export * from './structure/index.ts';
export * from './feed/index.ts';
export * from './load/index.ts';
export * from './codes/index.ts';
export * from './routing/index.ts';
export * from './planning/index.ts';
export {
  conductorsOf,
  type Colour,
  type Conductor,
  type Join,
  type JoinMember,
  type Role,
  type Screw,
  type Termination,
  type Wired,
} from './network/index.ts';
export * from './wiring/index.ts';
export * from './materials/index.ts';
export * from './work/index.ts';
export * from './tape/index.ts';
export * from './evaluation/evaluate.ts';
export * from './evaluation/judge.ts';
export * from './evaluation/sign-off.ts';
export {
  maySign,
  readinessOf,
  SHORTEST_REASON,
  verdictOf,
  type Readiness,
  type Signer,
} from './evaluation/record.ts';
export { proveOption } from './evaluation/prove-option.ts';
export { nextReadingFor } from './placement/place-wants.ts';
export * from './placement/transfers.ts';
export { UNPROVED } from './evaluation/proof-findings.ts';
