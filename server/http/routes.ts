import type { Router } from 'express';
import type { Service } from './service';

/** The routes of a part of the API. Adding some is adding a file that exports one of these. */
export type Routes = (service: Service) => Router;
