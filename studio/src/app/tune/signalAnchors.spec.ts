import type { Effect, Sequence } from '@undatio/core';
import { projectWith } from '../../testing';
import { signalsOf, withEffect } from './sequenceEdits';

describe('effects that start at signals', () => {
  const [sequence] = projectWith([
    { kind: 'caption', id: 'say', text: 'a{signal boom}b{signal now}' },
    { kind: 'flash', id: 'f', anchor: { to: 'signal', effect: 'say', name: 'boom' } },
    { kind: 'shake', id: 's', anchor: { to: 'end', effect: 'say' } },
  ]).sequences;
  const said = (text: string): Sequence => withEffect(sequence, 'say', (effect) => ({ ...effect, text }) as Effect);
  const anchors = (text: string): unknown[] => said(text).effects.map(({ anchor }) => anchor);

  it('stay at a signal that is still there', () => {
    expect(signalsOf(sequence.effects[0])).toEqual(['boom', 'now']);
    expect(anchors('other words{signal boom}')[1]).toEqual({ to: 'signal', effect: 'say', name: 'boom' });
  });

  it('follow a signal that gets another name, and start with the text once there is none', () => {
    expect(anchors('a{signal bang}b{signal now}')[1]).toEqual({ to: 'signal', effect: 'say', name: 'bang' });
    expect(anchors('a')[1]).toEqual({ to: 'start', effect: 'say' });
    expect(anchors('a{signal x}{signal y}')[1]).toEqual({ to: 'start', effect: 'say' });
    expect(anchors('a')[2]).toEqual({ to: 'end', effect: 'say' });
  });
});
