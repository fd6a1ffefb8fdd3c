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
