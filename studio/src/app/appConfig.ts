import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withRouterConfig,
  type Routes,
  type UrlMatchResult,
  type UrlSegment,
} from '@angular/router';
import { providePrimeNG } from 'primeng/config';
import { chartPaper } from '../theme/preset';
import { leadsToProject, opensProject } from './project/projectGuards';

/** `tune`, or `tune/` and a sequence. */
function tuneAddress([tune, sequence, ...more]: UrlSegment[]): UrlMatchResult | null {
  if (tune?.path !== 'tune' || more.length > 0) return null;
  return sequence ? { consumed: [tune, sequence], posParams: { sequence } } : { consumed: [tune] };
}

/** `rules`, or `rules` and an event. */
function rulesAddress([rules, event, ...more]: UrlSegment[]): UrlMatchResult | null {
  if (rules?.path !== 'rules' || more.length > 0) return null;
  return event ? { consumed: [rules, event], posParams: { event } } : { consumed: [rules] };
}

/** `drills`, or `drills` and one of them. */
function drillsAddress([drills, drill, ...more]: UrlSegment[]): UrlMatchResult | null {
  if (drills?.path !== 'drills' || more.length > 0) return null;
  return drill ? { consumed: [drills, drill], posParams: { drill } } : { consumed: [drills] };
}

/** `actors`, or `actors` and one of them. */
function actorsAddress([actors, actor, ...more]: UrlSegment[]): UrlMatchResult | null {
  if (actors?.path !== 'actors' || more.length > 0) return null;
  return actor ? { consumed: [actors, actor], posParams: { actor } } : { consumed: [actors] };
}

/** The screens of an open project. */
const screens: Routes = [
  // One route for both addresses, so that the page and its stage are made once.
  {
    matcher: tuneAddress,
    title: 'Tune · Undatio',
    loadComponent: () => {
      // The stage needs it as soon as the project is there: fetched meanwhile. When that fails, the stage says so.
      void import('./stage/stagePainter').catch(() => undefined);
      return import('./tune/tunePage').then((m) => m.TunePage);
    },
  },
  { matcher: rulesAddress, title: 'Rules · Undatio', loadComponent: () => import('./rules/rulesPage').then((m) => m.RulesPage) },
  { matcher: drillsAddress, title: 'Drills · Undatio', loadComponent: () => import('./drills/drillsPage').then((m) => m.DrillsPage) },
  { matcher: actorsAddress, title: 'Actors · Undatio', loadComponent: () => import('./actors/actorsPage').then((m) => m.ActorsPage) },
  { path: 'assets', title: 'Assets · Undatio', loadComponent: () => import('./assets/assetsPage').then((m) => m.AssetsPage) },
  { path: 'ship', title: 'Ship · Undatio', loadComponent: () => import('./ship/shipPage').then((m) => m.ShipPage) },
  { path: '**', redirectTo: 'tune' },
];

const routes: Routes = [
  {
    path: 'projects',
    pathMatch: 'full',
    title: 'Projects · Undatio',
    loadComponent: () => import('./projects/projectsPage').then((m) => m.ProjectsPage),
  },
  { path: 'projects/:project', canActivate: [opensProject], children: screens },
  // Addresses of before projects had their own, and none at all.
  { path: '**', canActivate: [leadsToProject], children: [] },
];

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding(), withRouterConfig({ paramsInheritanceStrategy: 'always' })),
    providePrimeNG({
      theme: { preset: chartPaper, options: { darkModeSelector: '[data-theme="night"]', cssLayer: false } },
      csp: { nonce },
      ripple: false,
    }),
  ],
};
