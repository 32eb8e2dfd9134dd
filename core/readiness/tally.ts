import { findingKinds } from './kinds'
import { strands, type EditionReadiness, type Finding } from './finding'

const places = Object.fromEntries(Object.entries(findingKinds).map(([code, k]) => [code, strands.indexOf(k.strand)]))

/** Checks of one edition while they are made: what was asked, what was passed, what was found. */
export class Tally {
  readonly passed: EditionReadiness['passed'] = [0, 0, 0, 0, 0]
  readonly of: EditionReadiness['of'] = [0, 0, 0, 0, 0]
  readonly findings: Finding[] = []

  constructor(readonly edition: number) {}

  /** Checks of a strand that were passed. */
  pass(strand: number, n = 1): void {
    this.passed[strand]! += n
    this.of[strand]! += n
  }

  /** A check that was not passed. */
  miss(finding: Finding): void {
    this.of[places[finding.code]!]!++
    this.findings.push(finding)
  }

  /** Something found that is no check of its own. */
  note(finding: Finding): void {
    this.findings.push(finding)
  }
}
