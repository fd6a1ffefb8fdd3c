import type { CableType } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';
import type { Support } from '../../terms.ts';
import { feet, inches } from '../../../units/index.ts';

const fastened = (everyFeet: number, fromBoxInches: number, section: string): Support => ({
  everyMm: feet(everyFeet),
  fromBoxMm: inches(fromBoxInches),
  source: published(section),
});

/** Methods other than plastic cable, whose two values are limits that a place can change. From memory. */
export const SUPPORTS: Readonly<Partial<Record<CableType, Support>>> = {
  AC: fastened(4.5, 12, 'NEC 320.30'),
  'old-AC': fastened(4.5, 12, 'NEC 320.30'),
  MC: fastened(6, 12, 'NEC 330.30'),
  FMC: fastened(4.5, 12, 'NEC 348.30'),
  LFMC: fastened(4.5, 12, 'NEC 350.30'),
  PVC: fastened(3, 36, 'NEC 352.30'),
  LFNC: fastened(3, 12, 'NEC 356.30'),
  EMT: fastened(10, 36, 'NEC 358.30'),
};
