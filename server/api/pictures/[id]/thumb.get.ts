import { sendPicture } from '../../../utils/picture'

export default sendPicture('thumb')
