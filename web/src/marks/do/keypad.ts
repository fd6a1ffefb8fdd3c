/** Reads what the keypad shows: volts, millivolts, or a word of the meter. Nothing is ever filled in beforehand. */
export function keypadValue(text: string): number | null {
  if (text === 'OL' || text === 'jumps') return null;
  const milli = text.endsWith('mV');
  const n = Number(text.replace(/\s*mV$/, ''));
  return Number.isFinite(n) && text.trim() !== '' ? (milli ? n / 1000 : n) : null;
}
