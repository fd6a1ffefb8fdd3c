import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { netlistOf, type Circuit } from '../network/solver.ts';

/** Voltages of all nodes by ngspice, a general circuit simulator. */
export function byNgspice(circuit: Circuit): { re: number; im: number }[] {
  const folder = mkdtempSync(join(tmpdir(), 'elwand-spice-'));
  try {
    const all = Array.from({ length: circuit.nodes - 1 }, (_, i) => `v(${i + 1})`);
    writeFileSync(
      join(folder, 'net.cir'),
      [
        '* network',
        ...netlistOf(circuit),
        '.control',
        'set numdgt=12',
        'ac lin 1 60 60',
        `wrdata out.txt ${all.join(' ')}`,
        'quit',
        '.endc',
        '.end',
        '',
      ].join('\n'),
    );
    const run = spawnSync('ngspice', ['-b', 'net.cir'], { cwd: folder, encoding: 'utf8' });
    if (run.error) throw run.error;
    const numbers = readFileSync(join(folder, 'out.txt'), 'utf8').trim().split(/\s+/).map(Number);
    // For each vector its scale, then real and imaginary part.
    return all.map((_, i) => ({ re: numbers[3 * i + 1]!, im: numbers[3 * i + 2]! }));
  } finally {
    rmSync(folder, { recursive: true });
  }
}
