import { useCallback, useEffect, useRef, useState } from 'react'
import type { Chosen, Happened, RunOutcome } from '@diatribon/core'
import type { Draws, FromTrainer, PlayStands, ToTrainer } from './trainerWorker.ts'

export type TrainerState =
  | { is: 'idle'; problem?: string }
  | { is: 'running'; share: number }
  | { is: 'ran'; outcomes: RunOutcome[]; draws: Draws[] }
  | { is: 'played'; stands: PlayStands; diary: Happened[]; waiting: boolean }
  | { is: 'over'; chosen: Chosen[]; outcomes: RunOutcome[] }

/** A worker that runs practice months; stopping ends it, whatever it is at. */
export function useTrainer() {
  const worker = useRef<Worker | null>(null)
  const [state, setState] = useState<TrainerState>({ is: 'idle' })
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = null
    setState({ is: 'idle' })
  }, [])
  useEffect(() => () => worker.current?.terminate(), [])

  const begin = useCallback((message: Extract<ToTrainer, { kind: 'run' | 'play' }>) => {
    worker.current?.terminate()
    const own = new Worker(new URL('./trainerWorker.ts', import.meta.url), { type: 'module' })
    own.onmessage = ({ data }: MessageEvent<FromTrainer>) => setState((before) => next(before, data))
    own.onerror = () => setState({ is: 'idle', problem: 'The practice stopped by itself. Begin again.' })
    worker.current = own
    setState({ is: 'running', share: 0 })
    own.postMessage(message)
  }, [])
  const tell = useCallback((message: Extract<ToTrainer, { kind: 'choose' | 'finish' }>) => {
    setState((before) => (before.is === 'played' ? { ...before, waiting: true } : before))
    worker.current?.postMessage(message)
  }, [])
  return { state, begin, tell, stop }
}

const remembered = 8

function next(before: TrainerState, data: FromTrainer): TrainerState {
  switch (data.kind) {
    case 'progress':
      return { is: 'running', share: data.share }
    case 'outcomes':
      return { is: 'ran', outcomes: data.outcomes, draws: data.draws }
    case 'stands': {
      const diary = before.is === 'played' ? before.diary : []
      return {
        is: 'played',
        stands: data,
        diary: [...data.happened.toReversed(), ...diary].slice(0, remembered),
        waiting: false,
      }
    }
    case 'over':
      return { is: 'over', chosen: data.chosen, outcomes: data.outcomes }
    case 'problem':
      return { is: 'idle', problem: data.words }
  }
}
