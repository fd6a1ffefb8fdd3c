import { msg, type Message, type Tool } from './message.ts';

/** What a tool is called. */
export const toolText = (tool: Tool): Message => msg(`names.tool.${tool}`);
