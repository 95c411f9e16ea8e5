import type { ChildProcess } from 'node:child_process';
export declare function startProgram(
  file: string,
  environment: Readonly<Record<string, string>>,
  heard?: (text: string) => void,
): {
  readonly child: ChildProcess;
  readonly ready: Promise<boolean>;
  readonly ended: Promise<number>;
  stop(): Promise<void>;
};
