import { msg, type Named, type Say, type Text } from '../words/index.ts';
import type { LoadFacts } from '../document/index.ts';
import { practice } from '../findings/index.ts';

/** Where all these ratings come from; the nameplate in front of a person wins over every one of them. */
export const applianceSource = practice(msg('names.practice.nameplate'));

/** A load before it is somebody's: its name is said when it is entered, and is theirs from then on. */
export interface Appliance extends Omit<LoadFacts, 'name'> {
  readonly key: Named<'names.appliance'>;
  readonly name: Text;
}

/** Common things that get plugged in or hung. */
const thing = (
  key: Named<'names.appliance'>,
  voltAmperes: number,
  more: Partial<LoadFacts> = {},
): Appliance => ({
  key,
  name: msg(`names.appliance.${key}`),
  voltAmperes,
  connection: 'cord',
  continuous: false,
  motor: false,
  roomAirConditioner: false,
  hours: [],
  ...more,
});

export const APPLIANCES: readonly Appliance[] = [
  thing('phone-charger', 20),
  thing('table-lamp', 15, { hours: [[17, 23]] }),
  thing('picture-light', 12, { connection: 'light', hours: [[17, 23]] }),
  thing('ceiling-light', 60, { connection: 'light', hours: [[17, 23]] }),
  thing('television', 150, { hours: [[18, 23]] }),
  thing('computer-and-screen', 300, { hours: [[9, 18]] }),
  thing('stage-keyboard', 60, { hours: [[18, 22]] }),
  thing('instrument-amplifier', 350, { hours: [[18, 22]] }),
  thing('aquarium', 420, { continuous: true }),
  thing('chest-freezer', 350, { continuous: false, motor: true }),
  thing('dehumidifier', 600, { motor: true, continuous: true }),
  thing('vacuum-cleaner', 1200, { motor: true, hours: [[10, 11]] }),
  thing('pottery-wheel', 750, { motor: true, hours: [[10, 13]] }),
  thing('small-test-kiln', 1440, { continuous: true, hours: [[9, 15]] }),
  thing('space-heater', 1500, { continuous: true, hours: [[6, 10]] }),
  thing('room-air-conditioner', 1200, { motor: true, roomAirConditioner: true, hours: [[12, 20]] }),
  thing('toaster', 900, { hours: [[7, 8]] }),
  thing('electric-kettle', 1500, { hours: [[7, 8]] }),
  thing('coffee-maker', 1000, { hours: [[6, 9]] }),
  thing('countertop-microwave', 1200, { appliance: 'microwave', hours: [[17, 19]] }),
  thing('refrigerator', 500, { motor: true, appliance: 'refrigerator' }),
  thing('dishwasher', 1200, { connection: 'fixed', motor: true, appliance: 'dishwasher', hours: [[20, 22]] }),
  thing('garbage-disposer', 800, {
    connection: 'fixed',
    motor: true,
    appliance: 'disposer',
    hours: [[18, 20]],
  }),
  thing('sump-pump', 900, { motor: true, appliance: 'sump-pump' }),
  thing('clothes-washer', 900, { motor: true, hours: [[10, 12]] }),
  thing('gas-dryer', 700, { motor: true, appliance: 'dryer', hours: [[11, 13]] }),
  thing('hair-dryer', 1500, { hours: [[7, 8]] }),
  thing('iron', 1200, { hours: [[19, 20]] }),
  thing('table-saw', 1800, { motor: true, hours: [[10, 16]] }),
  thing('shop-vacuum', 1300, { motor: true, hours: [[10, 16]] }),
  thing('garage-door-opener', 600, { connection: 'fixed', motor: true }),
  thing('bathroom-exhaust-fan', 60, { connection: 'fixed', motor: true, hours: [[6, 8]] }),
  thing('ceiling-fan', 80, { connection: 'fixed', motor: true, hours: [[12, 23]] }),
  thing('baseboard-heater', 1500, { connection: 'fixed', continuous: true }),
  thing('water-heater-240-v-3-8-kw', 3800, {
    connection: 'fixed',
    continuous: true,
    appliance: 'water-heater',
  }),
];

/** The facts of an appliance as they are entered: its name as people of this language call it. */
export const loadOf = ({ key: _, name, ...facts }: Appliance, say: Say): LoadFacts => ({
  name: say(name),
  ...facts,
});
