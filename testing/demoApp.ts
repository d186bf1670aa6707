import { inject } from 'vitest';
import { type RunningApp, startApp } from './app';
import { ownDatabase } from './database';

/** Starts the built application on a copy of the demo shop that this run has made. */
export const startDemoApp = async (env: Readonly<Record<string, string>> = {}): Promise<RunningApp> =>
  startApp(await ownDatabase(inject('demoDatabase')), env);
