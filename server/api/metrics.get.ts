import { setResponseHeader } from 'h3'
import { measuresText } from '../services/measures'

/** Counts and times of answers, where EPIRO_METRICS=1 asks for them, on the machine itself alone. */
export default defineEventHandler(event => {
  if (process.env.EPIRO_METRICS !== '1' || !fromLoopback(event.node.req)) throw problem(404, 'There is no such route')
  setResponseHeader(event, 'content-type', 'text/plain; version=0.0.4; charset=utf-8')
  return measuresText()
})
