import type { LoadFacts } from '../document/index.ts';

/** Common things that get plugged in or hung: typical ratings, common practice; the nameplate wins. */
const thing = (name: string, voltAmperes: number, more: Partial<LoadFacts> = {}): LoadFacts => ({
  name,
  voltAmperes,
  connection: 'cord',
  continuous: false,
  motor: false,
  roomAirConditioner: false,
  hours: [],
  ...more,
});

export const APPLIANCES: readonly LoadFacts[] = [
  thing('Phone charger', 20),
  thing('Table lamp', 15, { hours: [[17, 23]] }),
  thing('Picture light', 12, { connection: 'light', hours: [[17, 23]] }),
  thing('Ceiling light', 60, { connection: 'light', hours: [[17, 23]] }),
  thing('Television', 150, { hours: [[18, 23]] }),
  thing('Computer and screen', 300, { hours: [[9, 18]] }),
  thing('Stage keyboard', 60, { hours: [[18, 22]] }),
  thing('Instrument amplifier', 350, { hours: [[18, 22]] }),
  thing('Aquarium, 200 l: heater, pump, light', 420, { continuous: true }),
  thing('Chest freezer', 350, { continuous: false, motor: true }),
  thing('Dehumidifier', 600, { motor: true, continuous: true }),
  thing('Vacuum cleaner', 1200, { motor: true, hours: [[10, 11]] }),
  thing('Pottery wheel', 750, { motor: true, hours: [[10, 13]] }),
  thing('Small test kiln', 1440, { continuous: true, hours: [[9, 15]] }),
  thing('Space heater, 1500 W', 1500, { continuous: true, hours: [[6, 10]] }),
  thing('Room air conditioner, 10 A', 1200, { motor: true, roomAirConditioner: true, hours: [[12, 20]] }),
];
