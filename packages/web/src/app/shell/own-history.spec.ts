import { TestBed } from '@angular/core/testing';
import { OwnHistory } from './own-history';

describe('undo in a field', () => {
  const fields = ['one', 'other'].map(() => document.createElement('input'));
  const [one, other] = fields as [HTMLInputElement, HTMLInputElement];
  const undo = (field: HTMLInputElement): boolean => {
    const event = new InputEvent('beforeinput', {
      inputType: 'historyUndo',
      bubbles: true,
      cancelable: true,
    });
    field.dispatchEvent(event);
    return !event.defaultPrevented;
  };
  beforeEach(() => {
    TestBed.inject(OwnHistory);
    document.body.append(...fields);
    one.focus();
  });
  afterEach(() => fields.forEach((field) => field.remove()));

  it('takes back what was typed there, and not in a field that somebody has left', () => {
    expect([undo(one), undo(other)]).toEqual([true, false]);
    const typed = new InputEvent('beforeinput', { inputType: 'insertText', bubbles: true, cancelable: true });
    other.dispatchEvent(typed);
    expect(typed.defaultPrevented).toBeFalse();
  });
});
