import { z } from 'zod';

/** Ids are stable for the life of a document; the brand keeps a wall id from being used as a point id. */
const id = <B extends string>(brand: B) =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,64}$/, `${brand} id: letters, digits, - and _ only, 64 at most`)
    .brand<B>();

export const HouseId = id('house');
export const JobId = id('job');
export const RoomId = id('room');
export const WallId = id('wall');
export const PointId = id('point');
export const CableId = id('cable');
export const BreakerId = id('breaker');
export const PanelId = id('panel');
export const WantId = id('want');
export const ItemId = id('item');

const ID_LENGTH = 64;

/** 53 bits of a text, the same everywhere: good enough to tell a few thousand ids of one document apart. */
export function hash53(text: string): number {
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 2654435761);
    b = Math.imul(b ^ code, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return 4294967296 * (2097151 & b) + (a >>> 0);
}

/**
 * An id made from another one. One that would be longer than an id may be is never cut, since two cut ids can be the same:
 * it becomes a hash of the whole.
 */
export const derivedId = (prefix: string, ...parts: readonly (string | number)[]): string => {
  const id = [prefix, ...parts].join('-');
  return id.length <= ID_LENGTH ? id : `${prefix.slice(0, 40)}-h${hash53(id).toString(36)}`;
};

export type HouseId = z.infer<typeof HouseId>;
export type JobId = z.infer<typeof JobId>;
export type RoomId = z.infer<typeof RoomId>;
export type WallId = z.infer<typeof WallId>;
export type PointId = z.infer<typeof PointId>;
export type CableId = z.infer<typeof CableId>;
export type BreakerId = z.infer<typeof BreakerId>;
export type PanelId = z.infer<typeof PanelId>;
export type WantId = z.infer<typeof WantId>;
export type ItemId = z.infer<typeof ItemId>;
