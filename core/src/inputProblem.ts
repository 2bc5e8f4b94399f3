/** Every reason for which a sum refuses its input. A `switch` over it is checked for completeness. */
export type InputProblemCode =
  | 'no-records'
  | 'no-failures'
  | 'no-spread'
  | 'no-fit'
  | 'age-not-positive'
  | 'weight-not-positive'
  | 'limits-reversed'
  | 'says-nothing'
  | 'entry-after-end'
  | 'too-many'
  | 'no-looks'
  | 'rows-differ'
  | 'life-not-positive'
  | 'costs-not-positive'
  | 'costs-reversed'
  | 'meter-backwards'
  | 'evidence-missing'
  | 'more-than-passed'
  | 'time-reversed'
  | 'not-positive'
  | 'not-a-job-file'
  | 'impossible-figure'
  | 'line-too-long'
  | 'too-few-readings'
  | 'not-a-mesh'
  | 'no-plane'
  | 'no-pitch'
  | 'meshes-differ'
  | 'no-causes'
  | 'impossible-findings'
  | 'named-twice'

/** A refusal that a caller can show: stable code, one sentence, the values behind it. */
export class InputProblem extends Error {
  constructor(
    readonly code: InputProblemCode,
    message: string,
    readonly values: Readonly<Record<string, number | string>> = {},
  ) {
    super(message)
    this.name = 'InputProblem'
  }
}
