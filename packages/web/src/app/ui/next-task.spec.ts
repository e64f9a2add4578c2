import { nextTask } from './next-task';

describe('the next task', () => {
  it('comes after what waited before it, and after all that was promised', async () => {
    const order: string[] = [];
    const message = new Promise<void>((done) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => (order.push('waited'), port1.close(), done());
      port2.postMessage(null);
    });
    void Promise.resolve().then(() => order.push('promised'));
    await nextTask();
    order.push('next');
    await message;
    expect(order).toEqual(['promised', 'waited', 'next']);
  });
  it('comes without the clock', async () => {
    jasmine.clock().install();
    try {
      await nextTask();
      expect(true).toBeTrue();
    } finally {
      jasmine.clock().uninstall();
    }
  });
});
