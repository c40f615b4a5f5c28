export { withLetteringMoved } from '@unhurried/core'
