import { msg, type Mark, type Text } from '@elwand/core';

/** What the nine marks of a job are called. */
export const MARK_NAME: Readonly<Record<Mark, Text>> = {
  want: msg('screen.workspace.want'),
  site: msg('screen.workspace.site'),
  feed: msg('screen.workspace.feed'),
  tap: msg('screen.workspace.tap'),
  run: msg('screen.workspace.run'),
  wire: msg('screen.workspace.wire'),
  buy: msg('screen.workspace.buy'),
  do: msg('screen.workspace.do'),
  prove: msg('screen.workspace.test'),
};
