import { isTyping, takesSpace } from './typing';

describe('a key on a control', () => {
  const on = (html: string, key: string): KeyboardEvent => {
    const host = document.createElement('div');
    host.innerHTML = html;
    const event = new KeyboardEvent('keydown', { key });
    host.firstElementChild?.dispatchEvent(event);
    return event;
  };

  it('is that one’s where it is Space and Space presses it, and the screen’s on a link', () => {
    expect(
      ['<button></button>', '<summary></summary>', '<input type="checkbox">', '<i role="switch"></i>'].map((html) =>
        takesSpace(on(html, ' ')),
      ),
    ).toEqual([true, true, true, true]);
    // The list of drills is one of links: what plays the drill plays it after a click there.
    expect(takesSpace(on('<a href="#">Two blows</a>', ' '))).toBeFalse();
    expect(takesSpace(on('<button></button>', 'k'))).toBeFalse();
  });

  it('belongs to a text that is typed', () => {
    expect(
      ['<input>', '<textarea></textarea>', '<select></select>', '<input type="range">'].map((html) => isTyping(on(html, 'k'))),
    ).toEqual([true, true, true, false]);
  });
});
