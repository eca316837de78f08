import type { Finding } from './finding.ts';

/** Thrown when a call cannot be carried out at all; its findings say why and how to fix it. */
export class Refusal extends Error {
  readonly findings: readonly Finding[];
  /** The code of the first finding, and what it says of this case. */
  readonly code: Finding['code'];
  readonly data: Finding['data'];

  constructor(...findings: readonly [Finding, ...Finding[]]) {
    super(findings[0].message);
    this.name = 'Refusal';
    this.findings = findings;
    this.code = findings[0].code;
    this.data = findings[0].data;
  }
}
