/** What a worker is asked, under a number of its own, and what it says to that. */
export interface WorkerAsked<Asked> {
  id: number
  asked: Asked
}
export type WorkerAnswer<Given> = { id: number; given: Given } | { id: number; failed: string }

/** Answers each message of the page with what it asks for; what is thrown on the way is the reason why not. */
export function answering<Asked, Given>(answer: (asked: Asked) => Given | Promise<Given>): void {
  self.onmessage = async ({ data: { id, asked } }: MessageEvent<WorkerAsked<Asked>>) => {
    let said: WorkerAnswer<Given>
    try {
      said = { id, given: await answer(asked) }
    } catch (error) {
      said = { id, failed: (error as Error).message }
    }
    self.postMessage(said)
  }
}
