import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Actor, Place, Project } from '@undatio/core';
import { outlineOf } from '@undatio/core/internal';
import { ActorFigure } from './actorFigure';
import { Handle, type HandleMove } from '../shared/handle';
import { MoveDesk } from './moveDesk';
import { gripped, gripsOf, withContact, type Grip } from './moveEdits';

/** A move on paper: its actor as it has come by now, all that it reaches, to be taken hold of, and whom it is tried on. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undMovePaper]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ActorFigure, Handle],
  templateUrl: './movePaper.html',
  styleUrl: './movePaper.scss',
})
export class MovePaper {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();
  /** px of the picture for one of the screen. */
  readonly unit = input.required<number>();
  readonly held = output<boolean>();

  protected readonly desk = inject(MoveDesk);
  protected readonly here = computed(() => `translate(${this.desk.here().x} ${this.desk.here().y})`);
  protected readonly there = computed(() => {
    const practice = this.desk.practiceActor();
    const { x, y } = this.desk.place();
    // Drawn as it stands when it looks at whoever strikes it.
    const turned =
      practice &&
      this.desk.facing() === (practice.looks === undefined ? (practice.role === 'source' ? 1 : -1) : practice.looks === 'right' ? 1 : -1);
    return `translate(${x} ${y})${turned ? ' scale(-1 1)' : ''}`;
  });
  protected readonly reaches = computed(() =>
    this.desk.reaches().map(({ reach, blade, live }) => {
      const radians = ((blade ?? 0) * Math.PI) / 180;
      return {
        live,
        outline: outlineOf(reach)
          .map(({ x, y }) => `${x.toFixed(2)},${y.toFixed(2)}`)
          .join(' '),
        blade: blade === undefined ? undefined : { x: Math.cos(radians) * reach.length, y: Math.sin(radians) * reach.length },
      };
    }),
  );
  protected readonly grips = computed(() => {
    const contact = this.desk.move()?.contacts.at(this.desk.contact());
    return contact ? gripsOf(contact.reach).map(({ name, place }) => ({ name, place: this.desk.ahead(place) })) : [];
  });
  /** Where whoever it is tried on was touched by now. */
  protected readonly touches = computed(() =>
    (this.desk.trial()?.met ?? []).flatMap(({ at, touch }) => {
      if (!touch || at > this.desk.time() + 1e-6) return [];
      return [touch.place ?? this.desk.place()];
    }),
  );

  protected grip(name: Grip['name'], { to, gesture }: HandleMove): void {
    const at = this.desk.contact();
    this.desk.edit(
      'reach',
      (move) => withContact(move, at, { reach: gripped(move.contacts[at].reach, name, this.desk.ahead(to)) }),
      gesture,
    );
  }

  protected size({ to, gesture }: HandleMove): void {
    this.desk.editActor('how large it is met', (actor) => ({ ...actor, radius: Math.round(Math.hypot(to.x, to.y)) }), gesture);
  }

  protected sizeGrip(): Place {
    return { x: 0, y: this.actor().radius ?? 0 };
  }
}
