import type { Kit } from '../../parts/kit.ts'
import { modelPayload } from '../../parts/modelFields.ts'
import type { MachineLimits, ModelBed, ModelSlot } from '../../parts/model.ts'
import { siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

export interface ModelPayload {
  modelId: string
  /** Empty where it is a template without a make. */
  make: string
  name: string
  /** How filament is fed and the head runs, in words. */
  build: string
  slots: ModelSlot[]
  /** From the maker's sheet; job files cannot be checked without them. */
  limits?: MachineLimits
  /** The limits are usual ones; nobody has held them against the maker's sheet yet. */
  limitsToConfirm?: true
  kits?: Kit[]
  bed?: ModelBed
}

/** A printer model: a template of slots, limits and duties. */
export interface AddModel extends ActionHeader<'add-model'>, ModelPayload {}

export const addModel: ActionShape<AddModel> = {
  schema: siteAction<AddModel>('add-model', modelPayload),
  summary: 'Add a printer model with its slots, limits and kits.',
}
