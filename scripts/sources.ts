import { execFileSync } from 'node:child_process';

/** The program's source files, new ones too, without tests; paths from the root of the project. */
export const sourceFiles = (): string[] =>
  execFileSync(
    'git',
    [
      'ls-files',
      '--cached',
      '--others',
      '--exclude-standard',
      'core/src',
      'web/src',
      'cli/src',
      'server/src',
      'paper/src',
    ],
    { encoding: 'utf8' },
  )
    .split('\n')
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$/.test(f));
