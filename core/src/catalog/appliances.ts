import type { LoadFacts } from '../document/index.ts';
import { practice } from '../findings/index.ts';

/** Where all these ratings come from; the nameplate in front of a person wins over every one of them. */
export const applianceSource = practice('typical nameplate ratings; read yours');

/** Common things that get plugged in or hung. */
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
  thing('Toaster', 900, { hours: [[7, 8]] }),
  thing('Electric kettle', 1500, { hours: [[7, 8]] }),
  thing('Coffee maker', 1000, { hours: [[6, 9]] }),
  thing('Countertop microwave', 1200, { appliance: 'microwave', hours: [[17, 19]] }),
  thing('Refrigerator', 500, { motor: true, appliance: 'refrigerator' }),
  thing('Dishwasher', 1200, { connection: 'fixed', motor: true, appliance: 'dishwasher', hours: [[20, 22]] }),
  thing('Garbage disposer', 800, {
    connection: 'fixed',
    motor: true,
    appliance: 'disposer',
    hours: [[18, 20]],
  }),
  thing('Sump pump', 900, { motor: true, appliance: 'sump-pump' }),
  thing('Clothes washer', 900, { motor: true, hours: [[10, 12]] }),
  thing('Gas dryer', 700, { motor: true, appliance: 'dryer', hours: [[11, 13]] }),
  thing('Hair dryer', 1500, { hours: [[7, 8]] }),
  thing('Iron', 1200, { hours: [[19, 20]] }),
  thing('Table saw', 1800, { motor: true, hours: [[10, 16]] }),
  thing('Shop vacuum', 1300, { motor: true, hours: [[10, 16]] }),
  thing('Garage door opener', 600, { connection: 'fixed', motor: true }),
  thing('Bathroom exhaust fan', 60, { connection: 'fixed', motor: true, hours: [[6, 8]] }),
  thing('Ceiling fan', 80, { connection: 'fixed', motor: true, hours: [[12, 23]] }),
  thing('Baseboard heater, 1500 W', 1500, { connection: 'fixed', continuous: true }),
  thing('Water heater, 240 V, 3.8 kW', 3800, {
    connection: 'fixed',
    continuous: true,
    appliance: 'water-heater',
  }),
];
