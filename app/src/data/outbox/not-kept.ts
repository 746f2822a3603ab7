/** Something entered was not kept on this device, and whoever entered it was told or wanted it so. */
export class NotKept extends Error {
  override readonly name = 'NotKept';

  constructor(why: unknown) {
    super('It is not kept on this device', { cause: why });
  }
}

/** What was said to the person already is no fault of the program, wherever nobody waits for the outcome. */
export function takeNotKept(event: PromiseRejectionEvent): void {
  if (event.reason instanceof NotKept) event.preventDefault();
}
