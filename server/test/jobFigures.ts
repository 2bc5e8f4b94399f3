const box = { minX: 10, maxX: 100, minY: 10, maxY: 100, minZ: 0, maxZ: 20 }

/** What a small job file asks for. */
export const jobFigures = {
  seconds: 7200,
  filamentMm: [1000],
  nozzleC: 210,
  bedC: 60,
  chamberC: null,
  printed: box,
  reach: box,
  firstLayerMm: 0.2,
  layers: 10,
  filamentLooksLikeMm: 1.75,
  retractions: 0,
  travelMm: 0,
  heatingWaits: 0,
  lines: 100,
  notUnderstood: 0,
}
