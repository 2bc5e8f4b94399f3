/** The one shape of every refusal on the wire. `fields` names what to put right, by path in the request. */
export interface RefusalBody {
  error: { code: string; message: string; fields?: Record<string, string> }
}
