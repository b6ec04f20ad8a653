// Runs the thread's program from its sources, as tests and the development server do. A thread does not take over how its parent reads TypeScript.
import { register } from 'tsx/esm/api';

register();
await import('./worker.ts');
