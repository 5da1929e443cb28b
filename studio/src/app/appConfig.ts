import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding, type Routes } from '@angular/router';
import { providePrimeNG } from 'primeng/config';
import { chartPaper } from '../theme/preset';

const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'tune' },
  { path: 'tune', title: 'Tune · Undatio', loadComponent: () => import('./tune/tunePage').then((m) => m.TunePage) },
  { path: 'tune/:sequence', title: 'Tune · Undatio', loadComponent: () => import('./tune/tunePage').then((m) => m.TunePage) },
  { path: 'ship', title: 'Ship · Undatio', loadComponent: () => import('./ship/shipPage').then((m) => m.ShipPage) },
  { path: '**', redirectTo: 'tune' },
];

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding()),
    providePrimeNG({
      theme: { preset: chartPaper, options: { darkModeSelector: '[data-theme="night"]', cssLayer: false } },
      csp: { nonce },
      ripple: false,
    }),
  ],
};
