import { enUS } from './en-US/index.ts';

/** One language: a folder of catalogs, and a line here. */
export const LANGUAGES = { 'en-US': enUS } as const;
export type Language = keyof typeof LANGUAGES;
export type MessageId = keyof typeof enUS;

/** Adds sentences that came later than the rest: the page fetches those of the calculators and of the rules with their pages. */
export function learn(language: Language, sentences: Readonly<Record<string, unknown>>): void {
  Object.assign(LANGUAGES[language], sentences);
}
