import { print, type Printed, type PrintRequest } from './print.ts';

/** Entry of the thread that prints. */
export default (request: PrintRequest): Promise<Printed> => print(request);
