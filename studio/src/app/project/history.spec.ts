import { History } from './history';

const change = (before: number, after: number, gesture?: string) => ({ id: 'a', label: `${before} to ${after}`, before, after, gesture });

describe('History', () => {
  it('goes back and forth', () => {
    const history = new History<number>();
    history.record(change(1, 2));
    history.record(change(2, 3));
    expect([history.undo()?.before, history.undo()?.before, history.undo()]).toEqual([2, 1, undefined]);
    expect([history.redo()?.after, history.redo()?.after, history.redo()]).toEqual([2, 3, undefined]);
  });

  it('takes a whole gesture back at once', () => {
    const history = new History<number>();
    history.record(change(1, 2));
    for (let n = 2; n < 9; n++) history.record(change(n, n + 1, 'drag 1'));
    history.record(change(9, 10, 'drag 2'));
    expect([history.undo()?.before, history.undo()?.before, history.undo()?.before]).toEqual([9, 2, 1]);
  });

  it('forgets what was undone once something new is done', () => {
    const history = new History<number>();
    history.record(change(1, 2));
    history.undo();
    history.record(change(1, 5));
    expect(history.redo()).toBeUndefined();
    expect(history.undoable?.label).toBe('1 to 5');
  });

  it('keeps no more than its limit', () => {
    const history = new History<number>(3);
    for (let n = 0; n < 10; n++) history.record(change(n, n + 1));
    let count = 0;
    while (history.undo()) count++;
    expect(count).toBe(3);
  });
});
