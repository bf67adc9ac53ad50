export { defineComponentView } from './view'
export { Picture } from './Picture'
