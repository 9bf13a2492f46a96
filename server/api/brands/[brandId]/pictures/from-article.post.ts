import { PACE } from '../../../../pace'
import { articlePictureSchema } from '../../../../../shared/schemas'
import { route } from '../../../../../server/route'
import { pictureOfArticle } from '../../../../../server/services/postPictures'

export default route('work', articlePictureSchema, ({ actor, body }) => pictureOfArticle(actor, body), { pace: PACE.picture })
