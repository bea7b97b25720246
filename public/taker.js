// Takes down the microphone's samples as they are.
registerProcessor(
  'taker',
  class extends AudioWorkletProcessor {
    process([[channel]]) {
      if (channel) this.port.postMessage(channel.slice())
      return true
    }
  },
)
