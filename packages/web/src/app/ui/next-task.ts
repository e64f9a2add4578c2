/**
 * Lets keys, frames and what else waits come between one piece of work and the next. By a message, not a timer: timers
 * that follow each other are held back by four milliseconds (HTML standard, timers).
 */
export function nextTask(): Promise<void> {
  return new Promise((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(null);
  });
}
