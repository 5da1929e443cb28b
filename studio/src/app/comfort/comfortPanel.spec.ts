import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { openProject, projectWith } from '../../testing';
import { sampler, type StageTake } from '../playback/stageTake';
import { StrikeService } from '../playback/strikeService';
import { ComfortPanel } from './comfortPanel';

describe('what players may set', () => {
  let stage: StageTake;

  beforeEach(() => {
    localStorage.clear();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    openProject(
      projectWith([
        { kind: 'flash', id: 'flash', duration: 0.2, envelope: [{ at: 0, value: 1 }] },
        { kind: 'hit-stop', id: 'stop', duration: 0.1 },
        { kind: 'rumble', id: 'rumble', duration: 0.3 },
      ]),
    );
    const strikes = TestBed.inject(StrikeService);
    strikes.stage$.subscribe((next) => (stage = next));
    strikes.choose('blow');
  });

  const flashAt = (t: number): number => {
    if (!stage.run) throw new Error('nothing is on the stage');
    return sampler(stage.run)(t).target.flash;
  };

  it('is shown on the stage as the player of games shows it, and the readings stay those of what is authored', () => {
    const strikes = TestBed.inject(StrikeService);
    expect(flashAt(0.05)).toBe(1);
    strikes.setComfort({ flash: 0.25 });
    expect(flashAt(0.05)).toBe(0.25);
    expect(stage.take?.sample(0.05, stage.take.createFrame()).target.flash).toBe(1);
    // A shorter stop is over sooner: the flash goes by the game clock.
    expect(flashAt(0.29)).toBe(0.25);
    strikes.setComfort({ hitStop: 0 });
    expect([flashAt(0.19), flashAt(0.21)]).toEqual([1, 0]);
    strikes.setComfort({});
    expect(stage.run).toBe(stage.take);
  });

  it('tells what is lost of the sequence that is struck, and how much is set', () => {
    const fixture = TestBed.createComponent(ComfortPanel);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('.finding')).toBeNull();
    TestBed.inject(StrikeService).setComfort({ shake: 0.5, text: 2 });
    fixture.detectChanges();
    const shares = [...page.querySelectorAll('.row .number')].map((one) => one.textContent?.trim());
    expect(shares).toEqual(['50 %', '100 %', '100 %', '100 %', '200 %']);
    expect(page.querySelector('button')?.disabled).toBeFalse();
    page.querySelector('button')?.click();
    fixture.detectChanges();
    expect(page.querySelector('button')?.disabled).toBeTrue();
  });
});
