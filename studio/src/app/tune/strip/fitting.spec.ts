import { type Effect } from '@undatio/core';
import { newEffect } from '@undatio/core/internal';
import { projectWith, takeOf } from '../../../testing';
import { fittedTo } from './fitting';

const event = projectWith([]).events[0];
const made = (kind: 'shake' | 'number' | 'meter' | 'burst'): Effect => newEffect(kind, 'new') as Effect;

describe('a new effect', () => {
  it('lasts about as long as its neighbours of the same family', () => {
    const take = takeOf([
      { kind: 'kick', id: 'a', duration: 0.4 },
      { kind: 'punch', id: 'b', duration: 0.4 },
      { kind: 'lens', id: 'late', delay: 2, duration: 9 },
    ]);
    expect(fittedTo(made('shake'), 0.05, event, take).duration).toBe(0.4);
  });

  it('is at most halved or doubled, and left alone where nothing is near', () => {
    const usual = made('shake').duration as number;
    expect(fittedTo(made('shake'), 0, event, takeOf([{ kind: 'kick', id: 'a', duration: 30 }])).duration).toBe(2 * usual);
    expect(fittedTo(made('shake'), 0, event, takeOf([{ kind: 'kick', id: 'a', duration: 0.001 }])).duration).toBe(
      Number((usual / 2).toFixed(2)),
    );
    expect(fittedTo(made('shake'), 5, event, takeOf([{ kind: 'kick', id: 'a', duration: 30 }])).duration).toBe(usual);
    expect(fittedTo(made('shake'), 0, event, undefined).duration).toBe(usual);
  });

  it('stretches every end of a range', () => {
    const take = takeOf([{ kind: 'burst', id: 'a', life: 1 }]);
    const burst = fittedTo(made('burst'), 0, event, take) as Extract<Effect, { kind: 'burst' }>;
    expect(burst.life).toEqual({ range: [0.4, 1] });
  });

  it('speaks of a field that the event has', () => {
    const healing = {
      id: 'sip',
      label: 'Sip',
      fields: [{ type: 'number', name: 'amount', label: 'Amount', min: 0, max: 40, step: 1, default: 5 }],
    } as never;
    expect(fittedTo(made('number'), 0, healing, undefined)).toEqual(jasmine.objectContaining({ template: '{amount}' }));
    expect(fittedTo(made('number'), 0, { ...event, fields: [] }, undefined)).toEqual(jasmine.objectContaining({ template: 'hit' }));
    expect(fittedTo(made('meter'), 0, healing, undefined)).toEqual(
      jasmine.objectContaining({ after: { drive: 'amount', in: [0, 40], out: [0.95, 0.3] } }),
    );
  });
});
