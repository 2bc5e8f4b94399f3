interface Waiting<Question, Answer> {
  question: Question
  answer: (a: Answer) => void
  fail: (e: unknown) => void
}

/**
 * Gathers what arrives while batches are under way into the next batch, so that many small requests share one round trip
 * or one commit.
 * @param work answers a whole batch, one answer per question in the same order
 * @param most weight of a batch; a single heavier question makes a batch of its own
 * @param lanes batches under way at once: with two, one is computed while the database commits the other
 * @param weigh weight of a question, 1 unless said otherwise
 */
export function gather<Question, Answer>(
  work: (questions: Question[]) => Promise<Answer[]>,
  { most, lanes = 1, weigh = () => 1 }: { most: number; lanes?: number; weigh?: (question: Question) => number },
): (question: Question) => Promise<Answer> {
  const waiting: Waiting<Question, Answer>[] = []
  let busy = 0

  function nextBatch(): Waiting<Question, Answer>[] {
    let weight = 0
    let count = 0
    while (count < waiting.length) {
      weight += weigh(waiting[count]!.question)
      if (count > 0 && weight > most) break
      count++
    }
    return waiting.splice(0, count)
  }

  /** A further lane opens for whole batches alone: small questions are cheaper together than soon. */
  const worthALane = (others: number) =>
    waiting.length > 0 &&
    (others === 0 || (others < lanes && waiting.reduce((sum, { question }) => sum + weigh(question), 0) >= most))

  async function run(): Promise<void> {
    if (!worthALane(busy)) return
    busy++
    while (worthALane(busy - 1)) {
      const batch = nextBatch()
      try {
        const answers = await work(batch.map(({ question }) => question))
        batch.forEach(({ answer }, i) => answer(answers[i]!))
      } catch (error) {
        batch.forEach(({ fail }) => fail(error))
      }
    }
    busy--
  }

  return (question) =>
    new Promise((answer, fail) => {
      waiting.push({ question, answer, fail })
      // Requests that the same turn of the event loop brought in belong in the same batch.
      setImmediate(() => void run())
    })
}
