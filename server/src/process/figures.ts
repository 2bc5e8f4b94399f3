import { lifeCurvesFigure } from '../lives/lifeCurvesFigure.ts'
import { demandFigure } from '../stores/demandFigure.ts'
import { watchFigure } from '../upgrades/watchFigure.ts'
import { scoreFigure } from '../lives/scoreFigure.ts'
import { dueDatesFigure } from '../lives/dueDatesFigure.ts'
import { repairsFigure } from '../lives/repairsFigure.ts'
import { judgementFigure } from '../lives/judgementFigure.ts'
import { dueFigure } from '../plan/dueFigure.ts'
import { forecastFigure } from '../plan/forecastFigure.ts'
import { driftFigure } from '../readings/driftFigure.ts'
import { scatterFigure } from '../readings/scatterFigure.ts'
import { costsFigure } from '../costs/costsFigure.ts'
import type { Figures } from '../kept/workOut.ts'

/** Every kept figure, by its name. */
export const figures: Figures = {
  forecast: forecastFigure,
  judgement: judgementFigure,
  lifeCurves: lifeCurvesFigure,
  score: scoreFigure,
  repairs: repairsFigure,
  dueDates: dueDatesFigure,
  demand: demandFigure,
  costs: costsFigure,
  upgradeWatch: watchFigure,
  due: dueFigure,
  scatter: scatterFigure,
  drift: driftFigure,
}
