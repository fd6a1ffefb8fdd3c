import { enUS } from './en-US/index.ts';

/** One language: a folder of catalogs, and a line here. */
export const LANGUAGES = { 'en-US': enUS } as const;
export type Language = keyof typeof LANGUAGES;
export type MessageId = keyof typeof enUS;
