/** A photo as it is kept: downscaled, without the data that a camera adds. Its bytes are at /api/attachments/{id}. */
export interface Attachment {
  id: string
  width: number
  height: number
}

/** A file that is kept as it is, such as a drawing to print from. Its bytes are at /api/attachments/{id}. */
export interface AttachedFile {
  id: string
  name: string
}

/** Photos that one entry may have. */
export const mostPhotos = 6
