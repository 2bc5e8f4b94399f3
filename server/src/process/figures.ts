import { judgementFigure } from '../lives/judgementFigure.ts'
import { dueFigure } from '../plan/dueFigure.ts'
import { forecastFigure } from '../plan/forecastFigure.ts'
import { driftFigure } from '../readings/driftFigure.ts'
import { scatterFigure } from '../readings/scatterFigure.ts'
import type { Figures } from '../kept/bring.ts'

/** Every kept figure, by its name. */
export const figures: Figures = {
  forecast: forecastFigure,
  judgement: judgementFigure,
  due: dueFigure,
  scatter: scatterFigure,
  drift: driftFigure,
}
