export { removalReasons, type RemovalReason } from '@diatribon/core'
