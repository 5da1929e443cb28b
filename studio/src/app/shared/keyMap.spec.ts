import { TestBed } from '@angular/core/testing';
import { comboOf, KeyMap, keyActions } from './keyMap';

const press = (key: string, held: Partial<KeyboardEventInit> = {}) => new KeyboardEvent('keydown', { key, ...held });

describe('the keys', () => {
  let keys: KeyMap;

  beforeEach(() => {
    localStorage.removeItem('undatio.keys');
    keys = new KeyMap();
  });

  it('come without two actions that one press would reach', () => {
    const reached = ['everywhere', 'tune', 'lane', 'drills'] as const;
    for (const place of reached) {
      const own = keyActions.filter((one) => one.place === place || one.place === 'everywhere').map(({ usual }) => usual);
      expect(new Set(own).size).withContext(place).toBe(own.length);
    }
  });

  it('are told by their sign, Shift only beside Ctrl', () => {
    expect(comboOf(press(' '))).toBe('Space');
    expect(comboOf(press('K', { shiftKey: true }))).toBe('k');
    expect(comboOf(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('Ctrl+Shift+z');
    expect(comboOf(press('z', { metaKey: true }))).toBe('Ctrl+z');
    expect(comboOf(press('?', { shiftKey: true }))).toBe('?');
  });

  it('do what they come with, until a person says otherwise, and remember it', () => {
    expect(keys.actionOf('tune', press('k'))).toBe('tune.keep');
    expect(keys.actionOf('drills', press('k'))).toBe('drills.keep');
    expect(keys.set('tune.keep', press('b'))).toBeUndefined();
    for (const map of [keys, TestBed.inject(KeyMap)]) {
      expect(map.actionOf('tune', press('b'))).toBe('tune.keep');
      expect(map.actionOf('tune', press('k'))).toBeUndefined();
      expect(map.actionOf('drills', press('k'))).toBe('drills.keep');
    }
    keys.reset();
    expect(keys.actionOf('tune', press('k'))).toBe('tune.keep');
  });

  it('are refused where they do something else already, or are the browser’s', () => {
    expect(keys.set('tune.keep', press('l'))).toBe('l does “loop” already');
    expect(keys.set('tune.keep', press('m'))).toBe('m does “mute” already');
    expect(keys.set('lane.mute', press('?'))).toBe('? does “show the keys” already');
    expect(keys.set('tune.keep', press('Tab'))).toBe('Tab is the browser’s');
    expect(keys.set('tune.keep', press('Shift'))).toBeUndefined();
    expect(keys.keyOf('tune.keep')).toBe('k');
    // A lane and a drill are never there together.
    expect(keys.set('drills.keep', press('m'))).toBeUndefined();
  });

  it('are as they come where what was remembered cannot be read', () => {
    for (const bad of ['{', '[]', '{"tune.keep": 5, "gone": "x"}', 'null']) {
      localStorage.setItem('undatio.keys', bad);
      expect(new KeyMap().keyOf('tune.keep')).withContext(bad).toBe('k');
    }
  });
});
