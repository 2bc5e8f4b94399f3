/** A photo as it is kept: downscaled, without the data that a camera adds. Its bytes are at /api/attachments/{id}. */
export interface Attachment {
  id: string
  width: number
  height: number
}

/** Photos that one entry may have. */
export const mostPhotos = 6
