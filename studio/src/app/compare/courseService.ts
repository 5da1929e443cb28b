import { Injectable, signal } from '@angular/core';
import { courseNames, type CourseName } from '@undatio/core/internal';

/** Which reading is looked at over time; none while no graph is open. */
@Injectable({ providedIn: 'root' })
export class CourseService {
  readonly name = signal<CourseName | undefined>(undefined);

  /** Whether a reading has a course over time. */
  has(name: string): name is CourseName {
    return (courseNames as readonly string[]).includes(name);
  }

  toggle(name: string): void {
    if (this.has(name)) this.name.update((open) => (open === name ? undefined : name));
  }
}
