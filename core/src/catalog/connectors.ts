/** Conductors of 14 or 12 AWG that a splicing connector takes, pigtails counted: common practice; the package says what it is listed for. */
export const CONNECTORS: Readonly<Record<string, { readonly least: number; readonly most: number }>> = {
  'twist-2-3': { least: 1, most: 3 },
  'twist-4-5': { least: 3, most: 5 },
  'lever-2': { least: 1, most: 2 },
  'lever-3': { least: 1, most: 3 },
  'lever-5': { least: 1, most: 5 },
};
/** More ends than this need a second connector, with a jumper between the two. */
export const MOST_IN_CONNECTOR = 5;
