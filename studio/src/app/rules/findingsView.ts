import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Project } from '@undatio/core';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { fixFor } from './findingFixes';
import { placeOfFinding } from './findingPlaces';
import { RulesService } from './rulesService';

/** Lists everything that the check finds in the rules, each with a link to its place and a fix if there is one. */
@Component({
  selector: 'und-findings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2>Findings</h2>
    <p class="hint">What the rules will do that nobody may want. The same list is printed by <code>undatio check</code>.</p>
    <ul>
      @for (one of lines(); track $index) {
        <li [class.error]="one.problem.severity === 'error'">
          <span class="place">
            @if (one.place; as place) {
              <a [routerLink]="address.of(place.screen, ...place.rest)">{{ place.name }}</a>
            } @else {
              <code>{{ one.problem.path }}</code>
            }
          </span>
          <span>{{ one.problem.message }}</span>
          @if (one.fix; as fix) {
            <button type="button" class="plain" (click)="projects.change(fix.label, fix.changes)">{{ fix.label }}</button>
          }
        </li>
      } @empty {
        <li class="hint">No findings: every rung can match, every status ends, and nothing grows without end.</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      padding: 0.6rem 1.1rem 2rem;
      overflow: auto;
    }
    h2 {
      margin: 0;
      font-size: 1rem;
    }
    ul {
      margin: 0.6rem 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(10rem, 18rem) minmax(0, 1fr) auto;
      gap: 0.8rem;
      align-items: baseline;
      padding: 0.35rem 0.5rem;
      border-top: 1px solid var(--rule);
      box-shadow: inset 3px 0 0 var(--warn);
    }
    li.error {
      box-shadow: inset 3px 0 0 var(--contact);
    }
    li.hint {
      display: block;
      box-shadow: none;
    }
    .place {
      font-weight: 700;
    }
    a {
      color: var(--ink);
    }
    .hint {
      margin: 0;
      color: var(--faint-ink);
      font-size: 0.8125rem;
    }
  `,
})
export class FindingsView {
  readonly project = input.required<Project>();

  private readonly rules = inject(RulesService);
  protected readonly projects = inject(ProjectService);
  protected readonly address = inject(ScreenAddress);
  protected readonly lines = computed(() => {
    const project = this.project();
    return this.rules.findings().map((problem) => ({ problem, place: placeOfFinding(problem, project), fix: fixFor(problem, project) }));
  });
}
