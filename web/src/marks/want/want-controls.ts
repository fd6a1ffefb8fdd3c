import {
  msg,
  switchCount,
  switchesIn,
  switchKey,
  switchPlaces,
  type BoxFunction,
  type House,
  type Point,
  type Text,
  type Want,
} from '@elwand/core';

/** What may command a wanted point and feed it, as lists of choices. */

const ALWAYS = 'always';
interface Command {
  readonly value: string;
  readonly label: Text;
  readonly control: Want['control'];
}

/** Everything that may command a want: existing switches and wanted ones, several in one box each by its number. */
export function commands(points: readonly Point[], wanted: readonly Want[]): Command[] {
  return [
    { value: ALWAYS, label: msg('screen.want.always'), control: { by: 'always' } },
    ...points.flatMap((p) => {
      const keys = switchesIn(p);
      return keys.map((value, i): Command => ({
        value,
        label:
          keys.length > 1
            ? msg('screen.want.by-switch', { label: p.label, n: i + 1 })
            : msg('screen.want.by-the-switch', { label: p.label }),
        control: { by: 'switch', pointId: p.id, ...(i > 0 ? { nth: i + 1 } : {}) },
      }));
    }),
    ...wanted.flatMap((w) =>
      Array.from({ length: switchCount(w) }, (_, i): Command => ({
        value: `want:${w.id}/${i + 1}`,
        label:
          switchCount(w) > 1
            ? msg('screen.want.by-switch', { label: w.label, n: i + 1 })
            : msg('screen.want.by-the-wanted', { label: w.label }),
        control: { by: 'want', wantId: w.id, ...(i > 0 ? { nth: i + 1 } : {}) },
      })),
    ),
  ];
}
/** Who commands it, as one value of that list. */
export function controlValue({ control }: Want): string {
  if (control.by === 'always') return ALWAYS;
  return control.by === 'switch'
    ? switchKey(control.pointId, control.nth)
    : `want:${control.wantId}/${control.nth ?? 1}`;
}

/** Switches that a wanted one can work together with, as three-ways: single-pole ones that are there, and wanted ones that are alone. */
export function partners(want: Want, points: readonly Point[], wants: readonly Want[]): Command[] {
  const alone = wants.filter(
    (w) =>
      w.id !== want.id &&
      w.partner === undefined &&
      !wants.some((o) => o.id !== want.id && o.partner?.by === 'want' && o.partner.wantId === w.id),
  );
  return commands(points, alone).filter(({ control }) => {
    if (control.by !== 'switch') return control.by === 'want';
    const point = points.find((p) => p.id === control.pointId);
    return (
      point !== undefined &&
      switchPlaces(point).some(
        (s) =>
          s.nth === (control.nth ?? 1) &&
          (s.device.kind === 'switch' || s.device.kind === 'switch-three-way'),
      )
    );
  });
}

/** The switch it works together with, as one value of that list; empty where it works alone. */
export const partnerValue = ({ partner }: Want): string =>
  partner === undefined
    ? ''
    : partner.by === 'switch'
      ? switchKey(partner.pointId, partner.nth)
      : `want:${partner.wantId}/${partner.nth ?? 1}`;

/** Switches in the box that commands a want: more than one can part a fan from its light. */
export const switchesBeside = ({ control }: Want, { points }: House, wants: readonly Want[]): number =>
  control.by === 'switch'
    ? points.filter((p) => p.id === control.pointId).flatMap(switchesIn).length
    : control.by === 'want'
      ? wants.filter((w) => w.id === control.wantId).reduce((n, w) => n + switchCount(w), 0)
      : 0;

export function sourceValue({ source }: Want): string {
  if (!source) return 'any';
  switch (source.from) {
    case 'point':
      return `point:${source.pointId}`;
    case 'panel':
      return `panel:${source.panelId}`;
    case 'cable':
      return `cable:${source.cableId}`;
  }
}

/** What is asked for, all of it on what commands it. */
export const onWholeSwitch = ({
  tab: _,
  switched: __,
  motor: ___,
  lightNth: ____,
  ...rest
}: BoxFunction): BoxFunction => rest;
