import type { ParsedLength } from '../units/index.ts';
import { msg, type Message, type Tool } from './message.ts';

/** What a tool is called. */
export const toolText = (tool: Tool): Message => msg(`names.tool.${tool}`);

/** What is wrong with a length that was typed, with the text as it was. */
export const lengthFault = ({ fault, text, system }: Extract<ParsedLength, { ok: false }>): Message =>
  fault === 'none-given'
    ? msg('names.length.none-given')
    : msg(fault === 'no-length' ? `names.length.no-length.${system}` : `names.length.fault.${fault}`, {
        text,
      });
