import type { FromFrame, ToFrame } from '../messages.ts';

/**
 * What the way to the page around is used with, taken before pasted code runs: that may put its own
 * in the place of any function of the page, and would be handed the port as `this`.
 */
const { apply } = Reflect;
const { postMessage } = MessagePort.prototype;
const dataOf = Object.getOwnPropertyDescriptor(MessageEvent.prototype, 'data')?.get;

/** Hears what comes by a port, and gives the function that answers. The port stays in here. */
export function ownPort(
  port: MessagePort,
  hear: (message: ToFrame) => void,
): (message: FromFrame) => void {
  port.onmessage = (event) => hear(apply(dataOf as () => ToFrame, event, []));
  return (message) => apply(postMessage, port, [message]);
}
