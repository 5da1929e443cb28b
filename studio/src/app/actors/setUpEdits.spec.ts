import { actorSchema, storedSettingsSchema, type StageSetUp } from '@undatio/core';
import {
  standingOn,
  withBackdrop,
  withBackground,
  withBodyPut,
  withBodyScaled,
  withNewBody,
  withNewStage,
  withoutBody,
  withoutStage,
  withStage,
  withStageBody,
  withStageCopied,
} from './setUpEdits';

const actor = (id: string, role: 'source' | 'target' | 'bystander', more: object = {}) =>
  actorSchema().parse({ id, label: id, role, picture: 'p', width: 40, height: 30, ...more });
const horn = actor('horn', 'source');
const shell = actor('shell', 'target', { place: { x: 60, y: 5 } });
const actors = [horn, shell];
const settings = storedSettingsSchema().parse({ id: 'p', label: 'P' });
const stageOf = (bodies?: StageSetUp['bodies']): StageSetUp => ({ id: 's', label: 'S', ground: true, zoom: 1, ...(bodies && { bodies }) });

describe('stages of a project', () => {
  it('begin with the usual one, so that it can be gone back to', () => {
    const { id, settings: after } = withNewStage(settings, { actors });
    expect(after.stages?.map((stage) => [stage.id, stage.bodies])).toEqual([
      ['usual', undefined],
      ['stage', [{ actor: 'horn' }, { actor: 'shell' }]],
    ]);
    expect(id).toBe('stage');
    expect(withNewStage(after, { actors }).id).toBe('stage-2');
    expect(storedSettingsSchema().safeParse(after).success).toBeTrue();
    expect(withoutStage(withoutStage(after, 'usual'), 'stage')).toEqual(settings);
  });

  it('are copied under a name of their own, and changed one at a time', () => {
    const { settings: two } = withNewStage(settings, { actors });
    const copied = withStageCopied(two, two.stages?.[1] ?? stageOf());
    expect(copied.settings.stages?.map(({ id }) => id)).toEqual(['usual', 'stage', 'stage-2-copy']);
    const nearer = withStage(copied.settings, 'stage', (stage) => ({ ...stage, zoom: 2 }));
    expect(nearer.stages?.map(({ zoom }) => zoom)).toEqual([1, 2, 1]);
    expect(withStage(settings, undefined, (stage) => ({ ...stage, ground: false })).stages).toEqual([
      { id: 'usual', label: 'Usual', ground: false, zoom: 1 },
    ]);
  });

  it('have their bodies where they are put, as large and as what they are said to be', () => {
    const stage = withStageBody(withBodyPut(stageOf([{ actor: 'horn' }, { actor: 'shell' }]), 1, { x: 100.2, y: 5 }), 1, { scale: 2 });
    expect(standingOn(actors, stage).map(({ at, place, actor: { width } }) => [at, place, width])).toEqual([
      [0, { x: -80, y: 0 }, 40],
      [1, { x: 100, y: 5 }, 80],
    ]);
    expect(withStageBody(stage, 1, { scale: undefined }).bodies?.[1]).toEqual({ actor: 'shell', place: { x: 100, y: 5 } });
    expect(withoutBody(stage, 0).bodies?.map((body) => body.actor)).toEqual(['shell']);
  });

  it('have a larger body on the same ground', () => {
    const stage = withBodyScaled(stageOf([{ actor: 'shell' }]), actors, 0, 3);
    expect(stage.bodies?.[0]).toEqual({ actor: 'shell', scale: 3, place: { x: 60, y: -25 } });
    expect(withBodyScaled(stage, actors, 0, 1).bodies?.[0]).toEqual({ actor: 'shell', place: { x: 60, y: 5 } });
  });

  it('are joined beside those that stand there, by who is struck first and by bystanders after', () => {
    const one = withNewBody(stageOf([{ actor: 'horn' }]), actors, shell);
    expect(one.bodies?.[1]).toEqual({ actor: 'shell', role: 'target', place: { x: 40, y: 0 } });
    const two = withNewBody(one, actors, shell);
    expect(two.bodies?.[2]).toEqual({ actor: 'shell', role: 'bystander', place: { x: 100, y: 0 } });
  });

  it('have a colour or a picture behind them, moved within bounds', () => {
    const pictured = withBackground(stageOf(), { of: 'picture', picture: 'shot', x: 0, y: 0, width: 960 });
    expect(withBackdrop(pictured, { x: 12.3, width: 0 }).background).toEqual({ of: 'picture', picture: 'shot', x: 12.5, y: 0, width: 1 });
    expect(withBackdrop(stageOf(), { x: 3 })).toEqual(stageOf());
    expect(withBackground(pictured, undefined)).toEqual(stageOf());
  });
});
