import { provideHttpClient, withFetch } from '@angular/common/http';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { MessageService } from 'primeng/api';
import { providePrimeNG } from 'primeng/config';
import { App, routes } from './app';
import { PatientMessages } from './theme/patient-messages';
import { foldPreset } from './theme/preset';

bootstrapApplication(App, {
  providers: [
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding()),
    providePrimeNG({ theme: { preset: foldPreset, options: { darkModeSelector: false } } }),
    { provide: MessageService, useClass: PatientMessages },
  ],
}).catch((error: unknown) => console.error(error));
