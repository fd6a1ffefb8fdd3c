import {
  isLiteralElement,
  isPluralElement,
  isSelectElement,
  parse,
  type MessageFormatElement,
} from '@formatjs/icu-messageformat-parser';

/** What stands for every letter that a catalog wrote. */
const STRUCK = '¤';

function struck(elements: readonly MessageFormatElement[]): MessageFormatElement[] {
  return elements.map((e): MessageFormatElement => {
    if (isLiteralElement(e))
      return { ...e, value: e.value.replaceAll(/[\p{L}’]+/gu, (word) => STRUCK.repeat(word.length)) };
    if (isPluralElement(e) || isSelectElement(e))
      return {
        ...e,
        options: Object.fromEntries(
          Object.entries(e.options).map(([k, o]) => [k, { ...o, value: struck(o.value) }]),
        ),
      };
    return e;
  });
}

/** A test language: a sentence with every letter of its own struck out. What can still be read came from somewhere else. */
export const inTestLanguage = (text: string): MessageFormatElement[] => struck(parse(text));
