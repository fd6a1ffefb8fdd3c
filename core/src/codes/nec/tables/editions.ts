/** Editions of the code whose values the tables give. */
export const EDITIONS = [2014, 2017, 2020, 2023] as const;
export type Edition = (typeof EDITIONS)[number];
