import type { Finding } from './finding.ts';

/** Thrown when a call cannot be carried out at all; its findings say why and how to fix it. */
export class Refusal extends Error {
  readonly findings: readonly Finding[];

  constructor(...findings: readonly [Finding, ...Finding[]]) {
    super(findings[0].message);
    this.name = 'Refusal';
    this.findings = findings;
  }
}
