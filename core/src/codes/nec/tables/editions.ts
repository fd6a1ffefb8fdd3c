import { HOUSE_CODES, type House } from '../../../document/index.ts';

type YearOf<Code> = Code extends `nec-${infer Year extends number}` ? Year : never;
export type Edition = YearOf<House['code']>;

export const editionOf = (code: House['code']): Edition => Number(code.slice('nec-'.length)) as Edition;

/** Editions of the code that a house can be under; the tables give values for each. */
export const EDITIONS: readonly Edition[] = HOUSE_CODES.map(editionOf);

/**
 * Editions whose values were compared one by one with what the edition says. An edition that is not in this list takes over
 * the values of the one before it and is "unsure" in all of them until somebody has compared them.
 */
const CHECKED: ReadonlySet<number> = new Set([2014, 2017, 2020, 2023]);

export const isChecked = (edition: number): boolean => CHECKED.has(edition);
