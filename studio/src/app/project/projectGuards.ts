import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import { ProjectApi } from './projectApi';
import { ProjectService } from './projectService';

/** Where the browser keeps which project was open last. */
const lastKey = 'undatio.project';

/** Opens the project that the address names. Another one is opened by a page of its own, so that nothing of the first is left. */
export const opensProject: CanActivateFn = (route, { url }) => {
  const projects = inject(ProjectService);
  const id = String(route.params['project']);
  if (projects.opened === undefined) {
    projects.open(id);
    localStorage.setItem(lastKey, id);
    return true;
  }
  if (projects.opened === id) return true;
  location.assign(url);
  return false;
};

/** Leads an address without a project to the one that was open last, or the first that there is, or the shelf. */
export const leadsToProject: CanActivateFn = (_route, { url }) => {
  const router = inject(Router);
  const { opened } = inject(ProjectService);
  const onward = (id: string): ReturnType<Router['parseUrl']> => router.parseUrl(`/projects/${id}${url === '/' ? '/tune' : url}`);
  if (opened !== undefined) return onward(opened);
  return inject(ProjectApi)
    .projects()
    .pipe(
      map((all) => {
        const last = all.find(({ id }) => id === localStorage.getItem(lastKey)) ?? all[0];
        return last ? onward(last.id) : router.parseUrl('/projects');
      }),
      // The shelf says what is wrong.
      catchError(() => of(router.parseUrl('/projects'))),
    );
};
