import { type Fixture, type House, msg } from '@elwand/core';
import { Checkbox } from 'antd';
import { Choice } from '../../parts/Choice.tsx';
import { LengthInput } from '../../parts/LengthInput.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { useSay } from '../../app/say.ts';

/** A 4 ft strip, fed in its middle, screwed up 6 in from its ends, mm. */
const STRIP: Fixture = {
  lengthMm: 1219.2,
  widthMm: 127,
  feedMm: 609.6,
  turn: 'x',
  linked: 1,
  mostLinked: 4,
  mountsMm: [152.4, 1066.8],
};

/** A long luminaire or a row: its size, where its wires come out, how it lies and how many hang end to end. */
export function FixtureFields({
  fixture,
  system,
  onChange,
}: {
  readonly fixture: Fixture | undefined;
  readonly system: House['units'];
  readonly onChange: (fixture: Fixture | undefined) => void;
}) {
  const say = useSay();
  const length = (label: string, key: 'lengthMm' | 'widthMm' | 'feedMm') =>
    fixture && (
      <LengthInput
        label={label}
        value={fixture[key]}
        system={system}
        width={100}
        onChange={(mm) =>
          onChange({ ...fixture, [key]: Math.min(20_000, Math.max(key === 'feedMm' ? 0 : 1, mm)) })
        }
      />
    );
  return (
    <div className="row fields">
      <Checkbox
        checked={fixture !== undefined}
        onChange={(e) => onChange(e.target.checked ? STRIP : undefined)}
      >
        {say(msg('screen.asked.a-long-one-or-a'))}
      </Checkbox>
      {fixture && (
        <>
          {length(say(msg('screen.asked.long')), 'lengthMm')}
          {length(say(msg('screen.asked.wide')), 'widthMm')}
          {length(say(msg('screen.asked.fed-from-its-end-at')), 'feedMm')}
          <Choice
            label={say(msg('screen.asked.lies'))}
            value={fixture.turn}
            width={170}
            options={[
              { value: 'x', label: say(msg('screen.asked.along-the-first-wall')) },
              { value: 'y', label: say(msg('screen.asked.out-from-it')) },
            ]}
            onChange={(turn) => onChange({ ...fixture, turn })}
          />
          <NumberField
            label={say(msg('screen.asked.in-a-row'))}
            value={fixture.linked}
            min={1}
            max={20}
            onChange={(linked) => linked !== null && onChange({ ...fixture, linked })}
          />
          <NumberField
            label={say(msg('screen.asked.maker-allows'))}
            value={fixture.mostLinked}
            min={1}
            max={20}
            onChange={(mostLinked) => mostLinked !== null && onChange({ ...fixture, mostLinked })}
          />
          {fixture.mountsMm.map((mm, i) => (
            <LengthInput
              key={i}
              label={say(msg('screen.asked.screw-from-its-end', { n: i + 1 }))}
              value={mm}
              system={system}
              width={110}
              onChange={(to) =>
                onChange({
                  ...fixture,
                  mountsMm: fixture.mountsMm.map((x, k) => (k === i ? Math.min(to, 20_000) : x)),
                })
              }
            />
          ))}
        </>
      )}
    </div>
  );
}
