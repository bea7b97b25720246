import { setResponseHeader } from 'h3'
import { measuresText } from '../services/measures'
import { serverWords } from '../../shared/texts/server'

/** Counts and times of answers, where EPIRO_METRICS=1 asks for them, on the machine itself alone. */
export default defineEventHandler(event => {
  if (process.env.EPIRO_METRICS !== '1' || !fromLoopback(event.node.req))
    throw problem(404, serverWords('metrics.thereNoSuchRoute'))
  setResponseHeader(event, 'content-type', 'text/plain; version=0.0.4; charset=utf-8')
  return measuresText()
})
