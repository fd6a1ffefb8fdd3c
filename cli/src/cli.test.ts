import { describe, expect, it } from '@jest/globals';
import { writeBundle } from '@elwand/core';
import { PlanFile } from '@elwand/core/sheets';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run, runSafely } from './run.ts';
import { printSheets } from './sheet.ts';
import { heard } from '../../core/src/testing/said.ts';

const files: Record<string, string> = {
  'tamarack.json': writeBundle(demoHouses()[0]!, demoJobs().slice(0, 2)),
  'settled.json': writeBundle(demoHouses()[0]!, [demoJobs()[1]!]),
  'quarry.json': writeBundle(demoHouses()[1]!, [demoJobs()[2]!]),
  'empty.json': writeBundle(demoHouses()[1]!, []),
  'cut.json': writeBundle(demoHouses()[1]!, []).slice(0, 900),
};
const call = (...args: string[]) =>
  run(args, (f) => {
    const text = files[f];
    if (text === undefined) throw new Error('no such file');
    return text;
  });

describe('elwand check', () => {
  it('ends with 0 when there is no stop', () => {
    const r = call('check', 'settled.json');
    expect(r.code).toBe(0);
    expect(r.out).toContain('Aquarium');
    expect(r.out).not.toContain('STOP');
  });
  it('ends with 1 while new work lacks protection that the code asks for', () => {
    const r = call('check', 'tamarack.json');
    expect(r.code).toBe(1);
    expect(r.out).toContain('Keyboard wall and picture light');
    expect(r.out).toMatch(/STOP .*AFCI protection needed/);
  });
  it('ends with 1 at a stop, and names it with numbers and source', () => {
    const r = call('check', 'quarry.json');
    expect(r.code).toBe(1);
    expect(r.out).toMatch(/STOP .*14 AWG .*20 A.*\(20 A needed, 15 A available\)/);
    expect(r.out).toContain('NEC 240.4(D)');
  });
  it('speaks the units of the house, and folds what is fine', () => {
    const metric = { ...demoHouses()[0]!, units: 'metric' as const };
    files['metric.json'] = writeBundle(metric, [demoJobs()[0]!]);
    const [feet, meters] = [call('check', 'tamarack.json'), call('check', 'metric.json', '--all')];
    expect(feet.out).toMatch(/ok {5}\d+ more checks \(--all lists them\)/);
    expect(feet.out).not.toMatch(/\d mm\b|\d share\b/);
    expect(meters.out).not.toContain('--all lists them');
    expect(meters.out.split('\n').length).toBeGreaterThan(feet.out.split('\n').length);
  });
  it('JSON has its numbers rounded, with their unit', () => {
    const [view] = JSON.parse(call('check', 'quarry.json', '--json').out) as {
      findings: { because?: { need: number; have: number | null; unit: string } }[];
    }[];
    const numbers = view!.findings.flatMap((f) => (f.because ? [f.because] : []));
    expect(numbers.length).toBeGreaterThan(3);
    for (const { need, have, unit } of numbers)
      expect(
        [need * 1000, (have ?? 0) * 1000, unit].map((n) =>
          typeof n === 'number' ? Math.abs(n - Math.round(n)) < 1e-6 : n.length > 0,
        ),
      ).toEqual([true, true, true]);
  });
  it('as JSON', () =>
    expect((JSON.parse(call('check', 'quarry.json', '--json').out) as { job: string }[])[0]?.job).toBe(
      'freezer',
    ));
  it('one job only', () =>
    expect(call('check', 'tamarack.json', '--job', 'aquarium').out).not.toContain('Keyboard'));
});

describe('elwand plan', () => {
  it('gives options, plan, materials and steps', () => {
    const plan = JSON.parse(call('plan', 'tamarack.json').out) as {
      options: { key: string; legs: unknown[] }[];
      chosen: string;
      materials: { lines: unknown[] };
      steps: unknown[];
      tests: unknown[];
      notUsable: { label: string; why: string[] }[];
    };
    expect(plan.options.length).toBeGreaterThan(2);
    expect(plan.options.find((o) => o.key === plan.chosen)?.legs).toHaveLength(3);
    expect(plan.materials.lines.length).toBeGreaterThan(5);
    expect(plan.steps.length).toBeGreaterThan(10);
    expect(plan.notUsable.find((n) => n.label === 'S1')?.why.join()).toContain('switch loop');
  });
});

describe('elwand read', () => {
  const wire = (color: string, seat: object) => ({ color, seat });
  const screw = (name: string) => ({ on: 'screw', device: 0, screw: name });
  const loop = {
    format: 'elwand-box',
    formatVersion: 1,
    label: 'Hall switch',
    metal: false,
    devices: [{ kind: 'switch' }],
    cables: [
      {
        id: 'c1',
        type: 'NM-B',
        gauge: '14',
        ground: 'wire',
        wires: [
          wire('white', screw('switch screw')),
          wire('black', screw('other switch screw')),
          wire('bare', screw('green')),
        ],
      },
    ],
    pigtails: [],
    readings: [],
  };
  const asked = (box: object, ...more: string[]) =>
    run(['read', 'box.json', ...more], () => JSON.stringify(box));
  it('tells what each wire is, what is wrong, and what to read next', () => {
    const { code, out } = asked(loop);
    expect(code).toBe(0);
    expect(out).toMatch(/cable 1: switch loop: comes from the light \(/);
    expect(out).toMatch(/white of cable 1: always hot \(likely/);
    expect(out).toMatch(/Next: .+\?/);
  });
  it('ends with 1 where something is dangerous, with its source', () => {
    const neutral = {
      ...loop,
      cables: [
        {
          ...loop.cables[0],
          wires: [wire('black', { on: 'splice', n: 1 }), wire('white', screw('switch screw'))],
        },
        {
          ...loop.cables[0],
          id: 'c2',
          wires: [wire('black', { on: 'splice', n: 1 }), wire('white', screw('other switch screw'))],
        },
      ],
      readings: [
        { what: 'live', at: { cable: 0, wire: 0 }, breaker: 'on', apart: true, shows: true },
        { what: 'joined', at: { cable: 0, wire: 1 }, shows: true },
      ],
    };
    const { code, out } = asked(neutral);
    expect(code).toBe(1);
    expect(out).toMatch(/STOP .*switches the neutral[^]*NEC 404\.2\(B\)/);
  });
  it('as JSON, with every chance', () => {
    const { read, next } = JSON.parse(asked(loop, '--json').out) as {
      read: { wires: { is: string; how: string; odds: { chance: number }[] }[] };
      next: { says: string; bitsNow: number; bitsAfter: number };
    };
    expect(read.wires.map((w) => w.is)).toEqual(['hot', 'switched']);
    expect(read.wires[0]?.odds.reduce((s, o) => s + o.chance, 0)).toBeCloseTo(1, 2);
    expect(next.bitsAfter).toBeLessThan(next.bitsNow);
  });
  it('refuses a box with a wire on a screw that is not there, and names the place', () => {
    const { code, err } = asked({ ...loop, devices: [] });
    expect(code).toBe(2);
    expect(err).toMatch(/box\.cables\.0\.wires\.0\.seat/);
  });
  it('says what is not JSON', () => expect(run(['read', 'box.json'], () => '{').code).toBe(2));
  it('asks for a look where too many ends were not seen', () => {
    const unseen = {
      ...loop.cables[0],
      wires: ['white', 'black', 'red'].map((c) => wire(c, { on: 'unknown' })),
    };
    expect(asked({ ...loop, cables: [unseen] }).out).toMatch(/See where the white of cable 1 ends/);
  });
});

describe('elwand probe', () => {
  const asked = (...more: string[]) => call('probe', 'settled.json', ...more);
  const label = demoHouses()[0]!.points.find((p) => p.devices[0]?.kind === 'receptacle')!.label;
  const between = ['--between', `${label} brass`, '--and', `${label} silver`];
  it('tells what each instrument shows, and that it is a simulation', () => {
    const { code, out } = asked(...between);
    expect(code).toBe(0);
    expect(out).toMatch(/multimeter +1[12]\d\.\d V/);
    expect(out).toMatch(/plug tester +hot–neutral on, hot–ground on, neutral–ground off/);
    expect(out).toContain('never instead of a reading at the wall');
  });
  it('with a fault in it', () => {
    expect(asked(...between, '--fault', `reversed@${label}`).out).toMatch(
      /plug tester +hot–neutral on, hot–ground off, neutral–ground on/,
    );
  });
  it('with every breaker off it is dead', () => {
    const all = demoHouses()[0]!
      .panels.flatMap((p) => p.breakers.map((b) => b.number))
      .join(',');
    expect(asked(...between, '--off', all).out).toMatch(/multimeter +0 V/);
  });
  it('as JSON', () => {
    const { simulated, readings } = JSON.parse(asked(...between, '--json').out) as {
      simulated: boolean;
      readings: Record<string, string>;
    };
    expect(simulated).toBe(true);
    expect(Object.keys(readings)).toEqual(['multimeter', 'low impedance', 'solenoid', 'ohms', 'plug tester']);
  });
  it.each([
    [['--between', 'Nowhere brass', '--and', `${label} silver`], /no box called "Nowhere brass"/],
    [['--between', `${label} nose`, '--and', `${label} silver`], /no screw called/],
    [[], /needs --between/],
    [[...between, '--off', '99'], /no breaker 99/],
    [[...between, '--fault', 'gremlin@R1'], /no such fault: gremlin; there can be: open-hot/],
    [[...between, '--fault', `four-way-mixed@${label}`], /four-way-mixed can't be at/],
  ])('%s is told', (more, says) => {
    const { code, err } = asked(...more);
    expect(code).toBe(2);
    expect(err).toMatch(says);
  });
});

describe('elwand diagnose', () => {
  const blank = () => call('diagnose', 'settled.json', '--breaker', '7').out;
  const filled = (values: readonly string[]) =>
    blank()
      .split('\n')
      .map((row, i) => (i === 1 ? [...row.split(',').slice(0, 6), ...values].join(',') : row))
      .join('\n');
  const asked = (readings: string, ...more: string[]) =>
    run(['diagnose', 'settled.json', '--breaker', '7', '--readings', 'r.csv', ...more], (f) =>
      f === 'r.csv' ? readings : files[f]!,
    );
  it('gives the blank table of everything that can be read of a circuit', () => {
    expect(blank()).toMatch(/^look,box,device,use,what,stand,reading 1,reading 2,reading 3,tripped\n1,/);
    expect(blank().split('\n').length).toBeGreaterThan(10);
  });
  it('ranks what may be wrong, says why, and what to read next', () => {
    const { code, out } = asked(filled(['120', '0', '120', '']));
    expect(code).toBe(0);
    expect(out).toMatch(/% hot and neutral reversed, at /);
    expect(out).toMatch(/right wiring would read 1[12]\d\.\d V, 1[12]\d\.\d V, 0\.\d V/);
    expect(out).toMatch(/Next: /);
  });
  it('says to call somebody at once where metal is live', () => {
    const { out } = asked(filled(['0', '120', '120', '']));
    expect(out).toMatch(/call an electrician now/);
  });
  it('weighs what somebody noticed, and names a word it does not know', () => {
    const told = asked(blank(), '--noticed', 'flickers').out;
    expect(told.split('\n')[0]).toMatch(/% loose (hot|neutral) splice, at /);
    expect(told).toMatch(/Leave it off until it’s fixed: .*remake the splice/);
    expect(asked(blank(), '--noticed', 'hums').err).toMatch(/--noticed: hums; there is: dead, /);
  });
  it('as JSON', () => {
    const { suspects, next } = JSON.parse(asked(filled(['120', '0', '120', '']), '--json').out) as {
      suspects: { faults: string[]; chance: number }[];
      next: string;
    };
    expect(suspects[0]).toMatchObject({ faults: ['reversed'], danger: 'stop' });
    expect(suspects.reduce((s, x) => s + x.chance, 0)).toBeLessThanOrEqual(1.01);
    expect(next).not.toBe('');
  });
  it('names rows that can’t be read, and a breaker that is not there', () => {
    const bad = asked(filled(['high', '0', '120', '']));
    expect([bad.code, bad.err]).toEqual([
      2,
      expect.stringMatching(/readings, row 2: not readings: high 0 120/),
    ]);
    expect(call('diagnose', 'settled.json', '--breaker', '99').err).toMatch(/needs --breaker N; there is: /);
  });
});

describe('the plan as a documented file', () => {
  const read = (text: string) => PlanFile.safeParse(JSON.parse(text));
  it.each([
    ['tamarack.json', 'keyboard'],
    ['tamarack.json', 'aquarium'],
  ])('%s, job %s, is as its schema says, and every way adds up', (file, job) => {
    const plan = read(call('plan', file, '--job', job).out);
    expect(plan.error).toBeUndefined();
    for (const o of plan.data!.options) {
      expect(o.cableMm).toBeCloseTo(
        o.legs.reduce((s, l) => s + l.cableMm, 0),
        3,
      );
      expect(o.holes).toBe(
        o.legs.flatMap((l) => l.moves).reduce((s, m) => s + m.holes.length + m.joists.length, 0),
      );
      for (const m of o.legs.flatMap((l) => l.moves))
        // A hole that another run drills is found once.
        if (m.op === 'drill-plate-above' && m.holes.length > 0) expect(m.transfers.length).toBeGreaterThan(1);
    }
  });
  it('has a sheet for each drawing, as SVG and DXF, and names them', () => {
    expect(call('plan', 'tamarack.json', '--sheet', 'house').out).toMatch(/^<svg/);
    expect(call('plan', 'tamarack.json', '--sheet', 'house', '--as', 'dxf').out).toContain('LWPOLYLINE');
    expect(call('plan', 'tamarack.json', '--sheet', 'attic').err).toContain('known: joists-above-0, house');
    expect(call('plan', 'tamarack.json', '--sheet', 'house', '--as', 'pdf').err).toContain('svg or dxf');
  });
});

describe('elwand spice', () => {
  it('writes a netlist of the house as it stands, and of the house with a plan in it', () => {
    const [house, job] = [
      call('spice', 'tamarack.json'),
      call('spice', 'tamarack.json', '--job', 'keyboard'),
    ];
    for (const r of [house, job]) {
      expect(r.code).toBe(0);
      expect(r.out).toMatch(/^\* 14 Tamarack Row/);
      expect(r.out).toMatch(/^V1 \d+ 0 DC 0 AC 120 0$/m);
      expect(r.out).toMatch(/\.ac lin 1 60 60\n\.print ac vm\(\d+\)/);
      expect(r.out.trimEnd().endsWith('.end')).toBe(true);
    }
    const resistances = (text: string) => text.match(/^R\d+ /gm)!.length;
    expect(resistances(job.out)).toBeGreaterThan(resistances(house.out));
  });
});

describe('unusable calls end with 2 and say why', () => {
  it.each([
    [['check', 'gone.json'], 'no such file'],
    [['check', 'cut.json'], 'cut off'],
    [['check', 'empty.json'], 'no job'],
    [['check', 'tamarack.json', '--job', 'nope'], 'known: keyboard, aquarium'],
    [['plan'], 'needs a file'],
    [['draw', 'x'], 'no such command'],
    [['check', 'a', 'b'], 'one file'],
    [['check', 'a', '--fast'], 'no such option'],
    [[], 'a command'],
  ])('%j', (args, word) => {
    const r = call(...args);
    expect([r.code, r.out]).toEqual([2, '']);
    expect(r.err).toContain(word);
  });
  it('--help tells the exit codes', () =>
    expect(call('--help')).toMatchObject({ code: 0, out: expect.stringContaining('Exit code') }));
});

describe('whatever comes', () => {
  it('a byte-order mark is read over', () => {
    files['bom.json'] = `\uFEFF${files['tamarack.json']}`;
    expect(call('check', 'bom.json').out).toBe(call('check', 'tamarack.json').out);
  });
  it('a file nested a hundred thousand levels deep is unusable, wherever it is deep', () => {
    const deep = '['.repeat(100_000) + ']'.repeat(100_000);
    for (const text of [
      deep,
      `{"format":${deep}}`,
      `{"format":"elwand-bundle","formatVersion":2,"house":${deep},"jobs":[]}`,
    ]) {
      files['deep.json'] = text;
      expect(call('check', 'deep.json')).toMatchObject({ code: 2, out: '' });
    }
  });
  it('a house that contradicts itself is checked, not refused', () => {
    const house = demoHouses()[0]!;
    const two = [...house.points, { ...house.points[0]!, id: 'twin' as never, label: 'R99' }];
    files['twin.json'] = writeBundle({ ...house, points: two }, [demoJobs()[0]!]);
    const r = call('check', 'twin.json');
    expect(r.code).not.toBe(2);
    expect(r.out).toContain('overlaps the box of');
  });
  it('a fault of ours ends with 3, never with a verdict', () => {
    const r = runSafely(['check', 'x'], () => 5 as unknown as string);
    expect(r).toMatchObject({ code: 3, out: '', err: expect.stringContaining('in Elwand itself') });
  });
  it('a closed or full output is quiet, and the verdict stands', () => {
    const dir = mkdtempSync(join(tmpdir(), 'elwand-'));
    const file = join(dir, 'quarry.json');
    writeFileSync(file, files['quarry.json']!);
    const node = `${process.execPath} --conditions=@elwand/source --import tsx cli/src/main.ts check`;
    const sh = (script: string) => spawnSync('bash', ['-c', script], { encoding: 'utf8' });
    const closed = sh(`${node} ${file} --json | head -c 5 >/dev/null; echo "\${PIPESTATUS[0]}"`);
    expect([closed.stdout.trim(), closed.stderr]).toEqual(['1', '']);
    const full = sh(`${node} - < ${file} > /dev/full; echo "$?"`);
    expect([full.stdout.trim(), full.stderr]).toEqual(['1', '']);
    rmSync(dir, { recursive: true });
  });
});

describe('elwand rules', () => {
  it('lists every rule with its numbers by edition and their sources', () => {
    const r = call('rules');
    expect(r.code).toBe(0);
    expect(r.out).toContain('Box fill (box-fill)');
    expect(r.out).toMatch(/2017 {2}Six grounds together count as: 1 of the largest/);
    expect(r.out).toMatch(/2023 {2}Six grounds together count as: 1.5 of the largest/);
  });
  it('one edition, as JSON', () => {
    const list = JSON.parse(call('rules', '--edition', '2014', '--json').out) as {
      id: string;
      numbers: { edition: number }[];
    }[];
    expect(list.length).toBeGreaterThan(25);
    for (const r of list) expect(r.numbers.map((n) => n.edition)).toEqual([2014]);
  });
  it.each([
    [['rules', '--edition', '1999'], 'no edition "1999"'],
    [['rules', 'box-fill'], 'takes no "box-fill"'],
  ])('%o is refused', (args, says) =>
    expect(heard(call(...args))).toMatchObject({ code: 2, err: expect.stringContaining(says) }),
  );
});

describe('elwand sum', () => {
  it('lists the sums with their fields', () => {
    const { out } = call('sum');
    for (const id of ['box-fill', 'conduit-fill', 'voltage-drop', 'units']) expect(out).toContain(id);
    expect(out).toContain('volume=18');
  });
  it('ends with 0 when it holds, 1 when it does not, and shows working and source', () => {
    const drop = call('sum', 'voltage-drop', 'gauge=12', "length=100'", 'amps=16');
    expect(drop.code).toBe(1);
    expect(drop.out).toContain('6.176 V');
    expect(drop.out).toContain('[NEC Chapter 9 Table 8]');
    expect(call('sum', 'conduit-fill', 'n12=9').code).toBe(0);
  });
  it('as JSON', () =>
    expect(JSON.parse(call('sum', 'units', 'length=12', '--json').out)).toMatchObject({ verdict: 'told' }));
  it.each([
    [['sum', 'nothing'], 'no sum "nothing"'],
    [['sum', 'units', 'length'], 'not key=value'],
    [['sum', 'units', 'length=abc'], 'length: "abc" is not a length'],
    [['sum', 'gauge', 'gauge=13'], 'gauge: “13” is not one of'],
  ])('%o is refused', (args, says) =>
    expect(heard(call(...args))).toMatchObject({ code: 2, err: expect.stringContaining(says) }),
  );
});

describe('elwand sheet', () => {
  const at = new Date('2026-11-30T09:00:00Z');
  const sheet = (...args: string[]) =>
    printSheets(
      args,
      (f) => {
        const text = files[f];
        if (text === undefined) throw new Error('no such file');
        return text;
      },
      at,
    );
  it('gives the PDF of what is asked for, and says what is in it', async () => {
    const r = await sheet(
      'settled.json',
      '--pdf',
      'out.pdf',
      '--sheets',
      'shopping,template',
      '--page',
      'a4',
    );
    expect(r).toMatchObject({
      code: 0,
      err: '',
      out: 'out.pdf: shopping, template\n',
      pdf: { path: 'out.pdf' },
    });
    expect(Buffer.from(r.pdf!.bytes).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it.each([
    [[], 'sheet needs a file'],
    [['settled.json'], 'sheet needs --pdf'],
    [['settled.json', 'tamarack.json', '--pdf', 'x'], 'one file at a time'],
    [['settled.json', '--pdf', 'x', '--page', 'a3'], '--page is letter or a4'],
    [['settled.json', '--pdf', 'x', '--sheets', 'poster'], 'there is no sheet "poster"'],
    [['settled.json', '--pdf', 'x', '--job', 'nobody'], 'there is no job "nobody"'],
    [['empty.json', '--pdf', 'x'], 'the file holds no job'],
    [['cut.json', '--pdf', 'x'], "can't be used"],
    [['nothing.json', '--pdf', 'x'], "can't read nothing.json"],
    [['settled.json', '--pdf', 'x', '--loud'], 'no such option: --loud'],
  ])('%j is unusable, and says why', async (args, why) => {
    const r = await sheet(...args);
    expect(r.code).toBe(2);
    expect(r.err).toContain(why);
    expect(r.pdf).toBeUndefined();
  });
  it('writes the file, or says that it cannot', () => {
    const dir = mkdtempSync(join(tmpdir(), 'elwand-sheet-'));
    writeFileSync(join(dir, 'house.json'), files['settled.json']!);
    const elwand = (out: string) =>
      spawnSync(
        process.execPath,
        [
          '--conditions=@elwand/source',
          '--import',
          'tsx',
          '--no-warnings',
          'cli/src/main.ts',
          'sheet',
          join(dir, 'house.json'),
          '--pdf',
          out,
        ],
        { encoding: 'utf8' },
      );
    const good = elwand(join(dir, 'out.pdf'));
    expect(good.status).toBe(0);
    expect(readFileSync(join(dir, 'out.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
    const bad = elwand(join(dir, 'no', 'such', 'out.pdf'));
    expect(bad.status).toBe(2);
    expect(bad.stderr).toContain("can't write");
    rmSync(dir, { recursive: true });
  });
});
