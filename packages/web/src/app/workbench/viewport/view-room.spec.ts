import { ViewRoom } from './view-room';

describe('the room of the 3D view', () => {
  it('is all of its step and its pane again, and what lies under it takes no keys meanwhile', () => {
    const main = document.createElement('main');
    main.style.cssText = 'position:absolute;top:40px;left:0;width:600px;height:400px';
    main.innerHTML =
      '<div><section id="rows" tabindex="0"></section><section><div id="view" style="height:100px"><canvas tabindex="0"></canvas></div><p id="bench"></p></section></div>';
    document.body.append(main);
    const at = (id: string) => main.querySelector<HTMLElement>(`#${id}`)!;
    const room = new ViewRoom();
    at('rows').focus();
    room.lay(at('view'), true);
    expect(document.activeElement?.tagName).toBe('CANVAS');
    const box = (one: Element) => {
      const { top, left, width, height } = one.getBoundingClientRect();
      return [top, left, width, height];
    };
    expect(box(at('view'))).toEqual(box(main));
    expect([at('rows').inert, at('bench').inert, at('view').inert]).toEqual([true, true, false]);
    room.lay(at('view'), false);
    expect(document.activeElement).toBe(at('rows'));
    expect(at('view').getBoundingClientRect().height).toBe(100);
    expect([at('rows').inert, at('bench').inert]).toEqual([false, false]);
    main.remove();
  });
});
