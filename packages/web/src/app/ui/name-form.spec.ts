import { show } from '../../testing/page';
import { NameForm } from './name-form';

describe('a form that names a thing', () => {
  const start = async (now = '') => {
    const page = await show(NameForm, { of: 'layer', now });
    const said: string[] = [];
    page.component.named.subscribe((name) => said.push(name));
    page.component.left.subscribe(() => said.push('(left)'));
    const field = page.field('layer-name');
    const send = () => field.form!.dispatchEvent(new Event('submit', { cancelable: true }));
    return { page, said, field, send };
  };
  it('begins with what it is called, picked, and is left by Escape', async () => {
    const { page, said, field } = await start('Base');
    expect([field.value, field.selectionStart, field.selectionEnd]).toEqual(['Base', 0, 4]);
    expect(document.activeElement).toBe(field);
    await page.press(field, 'Escape');
    expect(said).toEqual(['(left)']);
  });
  it('gives the name without spaces around it, at most 200 letters, and leaves when there is none', async () => {
    const { page, said, field, send } = await start();
    await page.type(field, '  Props  ');
    send();
    await page.type(field, 'x'.repeat(300));
    send();
    await page.type(field, '   ');
    send();
    expect(said).toEqual(['Props', 'x'.repeat(200), '(left)']);
  });
});
