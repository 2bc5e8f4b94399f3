import { TestEnvironment } from 'jest-environment-jsdom'

const fromNode = ['TextDecoder', 'TextEncoder', 'Response', 'Request', 'Headers', 'structuredClone']

/** A document, with what every browser has and jsdom leaves to Node. */
export default class DocumentEnvironment extends TestEnvironment {
  constructor(...of) {
    super(...of)
    for (const name of fromNode) this.global[name] = globalThis[name]
  }
}
