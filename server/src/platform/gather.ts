/**
 * Gathers what arrives while a batch is under way into the next batch, so that many small requests share one round trip
 * or one commit. Answers keep the order of the questions.
 * @param work answers a whole batch, one answer per question
 * @param most questions per batch
 */
export function gather<Question, Answer>(
  work: (questions: Question[]) => Promise<Answer[]>,
  most: number,
): (question: Question) => Promise<Answer> {
  const waiting: { question: Question; answer: (a: Answer) => void; fail: (e: unknown) => void }[] = []
  let busy = false

  async function run() {
    if (busy) return
    busy = true
    while (waiting.length > 0) {
      const batch = waiting.splice(0, most)
      try {
        const answers = await work(batch.map(({ question }) => question))
        batch.forEach(({ answer }, i) => answer(answers[i]!))
      } catch (error) {
        batch.forEach(({ fail }) => fail(error))
      }
    }
    busy = false
  }

  return (question) =>
    new Promise((answer, fail) => {
      waiting.push({ question, answer, fail })
      // Requests that the same turn of the event loop brought in belong in the same batch.
      if (!busy) setImmediate(() => void run())
    })
}
