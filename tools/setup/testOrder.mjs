import Sequencer from '@jest/test-sequencer'

/** What starts whole programs takes longest: begun last, it would keep one of two workers waiting for the other. */
export default class WholeProgramsFirst extends Sequencer {
  sort(tests) {
    const isWhole = ({ path }) => path.includes('/tools/test/')
    const sorted = super.sort(tests)
    return [...sorted.filter(isWhole), ...sorted.filter((test) => !isWhole(test))]
  }
}
