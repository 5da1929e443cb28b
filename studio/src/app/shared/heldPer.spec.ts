import { signal } from '@angular/core';
import { heldPer } from './heldPer';

describe('What is held of one thing', () => {
  it('stays through its edits, and begins anew with another', () => {
    const actor = signal({ id: 'brasshorn', speed: 1 });
    const chosen = heldPer(
      () => actor().id,
      () => `first of ${actor().id} at ${actor().speed}`,
    );
    expect(chosen()).toBe('first of brasshorn at 1');
    chosen.set('the sweep');
    actor.update((before) => ({ ...before, speed: 2 }));
    expect(chosen()).withContext('an edit is not another one').toBe('the sweep');
    actor.set({ id: 'mosshell', speed: 3 });
    expect(chosen()).toBe('first of mosshell at 3');
    actor.set({ id: 'mosshell', speed: 4 });
    expect(chosen()).withContext('what it begins with is read once').toBe('first of mosshell at 3');
  });

  it('is told what was held before', () => {
    const own = signal({ is: true });
    const seen = heldPer(
      () => own().is,
      (is, before?: string): string => (is ? 'own' : before && before !== 'own' ? before : 'dark'),
    );
    expect(seen()).toBe('own');
    seen.set('light');
    own.set({ is: true });
    expect(seen()).toBe('light');
    own.set({ is: false });
    expect(seen()).toBe('light');
    own.set({ is: true });
    expect(seen()).toBe('own');
    own.set({ is: false });
    expect(seen()).toBe('dark');
  });
});
