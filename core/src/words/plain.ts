/**
 * Most sentences only name their values. They are put in as they stand; what counts, chooses or quotes needs the whole of ICU,
 * and reaches the page as a syntax tree, which is several times as long.
 */
export const isPlain = (text: string): boolean => !/\{\w+,|'[{}']|</.test(text);

/** A plain sentence with its values. @throws on a value that it names and was not given */
export const withValues = (text: string, value: (name: string) => string | undefined): string =>
  text.replaceAll(/\{(\w+)\}/g, (_, name: string) => {
    const found = value(name);
    if (found === undefined) throw new Error(`"${text}" is not given ${name}`);
    return found;
  });
