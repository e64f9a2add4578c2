import { TestBed } from '@angular/core/testing';
import { checkRegistry, type Parameter } from '@renquil/core/checks';
import { tipOf } from '../../testing/page';
import { ParameterField } from './parameter-field';

describe('the field of a parameter', () => {
  const of = (check: string, key: string): Parameter =>
    checkRegistry.find(({ id }) => id === check)!.parameters[key]!;
  const show = (parameter: Parameter, value: unknown = parameter.shipped) => {
    const fixture = TestBed.createComponent(ParameterField);
    const said: unknown[] = [];
    fixture.componentRef.setInput('key', 'key');
    fixture.componentRef.setInput('parameter', parameter);
    fixture.componentRef.setInput('value', value);
    fixture.componentInstance.changed.subscribe((one) => said.push(one));
    fixture.detectChanges();
    const host = fixture.nativeElement as HTMLElement;
    const type = (text: string): void => {
      const field = host.querySelector<HTMLInputElement>('input,textarea')!;
      field.value = text;
      field.dispatchEvent(new Event('change'));
      fixture.detectChanges();
    };
    return { host, said, type };
  };
  it('says what it takes, with its unit', () => {
    const { host } = show(of('size', 'least'));
    expect(tipOf(host.querySelector('label')!)).toBe(
      'An asset smaller than this is in the wrong unit. number of metres, 0 to 1000000000.',
    );
    expect(host.textContent).toContain('metres');
  });
  it('keeps what is wrong where it was typed, says it, and passes on what is right', () => {
    const { host, said, type } = show(of('too-long', 'most'));
    type('none');
    expect(host.querySelector('[role=alert]')!.textContent).toContain(
      '"none" is no whole number of characters',
    );
    expect(host.querySelector('input')!.getAttribute('aria-invalid')).toBe('true');
    expect(said).toEqual([]);
    type('31');
    expect(said).toEqual([31]);
    expect(host.querySelector('[role=alert]')).toBeNull();
  });
  it('is a box to tick, a choice, a line or lines, as the parameter is', () => {
    const kinds = (check: string, key: string) =>
      [...show(of(check, key)).host.querySelectorAll('input,select,textarea')].map((one) =>
        one.tagName === 'INPUT' ? (one as HTMLInputElement).type : one.tagName,
      );
    expect(kinds('left-without-right', 'mirrored')).toEqual(['checkbox']);
    expect(kinds('not-unique', 'among')).toEqual(['SELECT']);
    expect(kinds('reserved-word', 'words')).toEqual(['text']);
    expect(kinds('kind-under', 'allowed')).toEqual(['TEXTAREA']);
  });
});
