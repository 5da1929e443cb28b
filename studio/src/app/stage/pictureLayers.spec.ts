import { Sprite, Texture, type Container } from 'pixi.js';
import type { Frame } from '@undatio/core';
import { restingActor } from '@undatio/core/internal';
import { PictureLayers } from './pictureLayers';

/** A frame of `count` pictures and nothing else. */
function frameOf(count: number): Frame {
  const filled = (value: number): number[] => Array.from({ length: count }, () => value);
  const pictures = { count, x: filled(0), y: filled(0), size: filled(10), rotation: filled(0), alpha: filled(1), tint: filled(0xffffff) };
  return {
    pictures: { ...pictures, picture: Array.from({ length: count }, () => '0'), blend: filled(0), layer: filled(2), party: filled(0) },
  } as unknown as Frame;
}

describe('pictures on the stage', () => {
  it('let go of what a crowded frame needed once less is shown', () => {
    const layers = new PictureLayers(new Map([['0', Texture.WHITE]]) as never);
    layers.show(frameOf(500), [], []);
    expect(layers.size).toBe(500);
    layers.show(frameOf(3), [], []);
    expect(layers.size).toBeLessThan(40);
    layers.show(frameOf(12), [], []);
    expect(layers.size).toBeLessThan(40);
  });

  it('on a body that sinks are hidden below the ground, and whole again once it stands', () => {
    const layers = new PictureLayers(new Map([['0', Texture.WHITE]]) as never);
    const frame = frameOf(2);
    frame.pictures.party[0] = 2;
    const stand = { x: 0, y: 0, foot: 30, halfHeight: 30 };
    const shown = (ground: number | undefined): unknown[] => {
      layers.show(frame, [restingActor(), restingActor()], [stand, stand], [undefined, ground]);
      return layers.over.children.filter((child) => child instanceof Sprite).map(({ mask }) => (mask as Container | null)?.y);
    };
    expect(shown(30)).toEqual([30, undefined]);
    expect(shown(24)).toEqual([24, undefined]);
    expect(layers.over.children.length).toBe(3);
    expect(shown(undefined)).toEqual([undefined, undefined]);
    expect(layers.over.children.length).toBe(2);
  });
});
