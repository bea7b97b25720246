import { sendSmall } from '../../../utils/picture'

export default sendSmall()
