export * from './bill.ts';
export { cutRolls } from './cut-rolls.ts';
