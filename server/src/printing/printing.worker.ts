import { print, type Printed, type PrintRequest, type TripPrint } from './print.ts';

/** Entry of the thread that prints. */
export default (request: PrintRequest | TripPrint): Promise<Printed> => print(request);
