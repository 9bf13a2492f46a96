import { PACE } from '../../../../pace'
import { linkLookSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { pictureOfCard } from '../../../../services/postPictures'

export default route('work', linkLookSchema, ({ actor, body }) => pictureOfCard(actor, body.url), { pace: PACE.picture })
