export { PictureRoom } from './PictureRoom'
export { PictureTaker, type PictureAim, type WindowPicture } from './PictureTaker'
export { PictureRun, type PictureOptions } from './PictureRun'
