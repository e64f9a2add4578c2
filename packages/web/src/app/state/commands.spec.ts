import { Commands, keysOf } from './commands';

const press = (
  key: string,
  more: KeyboardEventInit = {},
  target: HTMLElement = document.body,
): KeyboardEvent => {
  const event = new KeyboardEvent('keydown', { key, cancelable: true, ...more });
  Object.defineProperty(event, 'target', { value: target });
  return event;
};

describe('Commands', () => {
  it('names keys as they are written', () => {
    expect(keysOf(press('k', { ctrlKey: true }))).toBe('ctrl k');
    expect(keysOf(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('ctrl shift z');
    expect(keysOf(press('?', { shiftKey: true }))).toBe('?');
    expect(keysOf(press('1', { altKey: true }))).toBe('alt 1');
  });
  it('runs what its keys say, unless someone is typing', () => {
    const commands = new Commands();
    const ran: string[] = [];
    const command = (id: string, keys: string) => ({ id, title: id, keys, run: () => void ran.push(id) });
    const remove = commands.add(() => [
      command('filter', '/'),
      command('undo', 'Ctrl Z'),
      command('save', 'Ctrl S'),
      { ...command('off', 'x'), off: () => true },
      { ...command('redo', 'Ctrl Y'), off: () => true },
    ]);
    const field = document.createElement('input');
    expect(commands.hear(press('/'))).toBeTrue();
    expect(commands.hear(press('/', {}, field))).toBeFalse();
    expect(commands.hear(press('z', { ctrlKey: true }, field))).toBeFalse();
    expect(commands.hear(press('s', { ctrlKey: true }, field))).toBeTrue();
    expect(commands.hear(press('x'))).toBeFalse();
    const off = press('y', { ctrlKey: true });
    expect([commands.hear(off), off.defaultPrevented]).toEqual([false, true]);
    expect(ran).toEqual(['filter', 'save']);
    remove();
    expect(commands.hear(press('/'))).toBeFalse();
  });
});
