export { captureCases } from './capture'
export { PictureRoom } from './PictureRoom'
export { PictureTaker, type PictureAim, type PicturePart, type WindowPicture } from './PictureTaker'
export { defaultFirst, PictureRun, type PictureOptions } from './PictureRun'
