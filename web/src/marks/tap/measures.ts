import {
  formatArea,
  formatCable,
  msg,
  roughMoney,
  roughTime,
  type Bundle,
  type OptionView,
  type Text,
} from '@elwand/core';
import { visitWords } from './option-words.ts';

/** A number that options are compared by: less is better in every one. */
export interface Measured {
  readonly name: Text;
  readonly of: (o: OptionView) => number;
  readonly words: (n: number) => string;
  /** What stands beside it. */
  readonly beside?: (o: OptionView) => Text;
}

/** @param none what stands for nothing opened */
export const measuresOf = (units: Bundle['house']['units'], none: string): readonly Measured[] => [
  { name: msg('screen.tap.cable'), of: (o) => o.cableMm, words: (n) => formatCable(n, units) },
  { name: msg('screen.tap.holes'), of: (o) => o.holes, words: String },
  {
    name: msg('screen.tap.wall-opened'),
    of: (o) => o.openedMm2,
    words: (n) => (n > 0 ? formatArea(n, units) : none),
    beside: (o) => (o.openings > 0 ? msg('screen.tap.in-places', { openings: o.openings }) : ''),
  },
  { name: msg('screen.tap.power-off'), of: (o) => o.outageMinutes, words: roughTime },
  { name: msg('screen.tap.work'), of: (o) => o.minutes, words: roughTime, beside: visitWords },
  { name: msg('screen.tap.parts'), of: (o) => o.priceCents, words: roughMoney },
];
