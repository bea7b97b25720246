const QUOTE = '"'
/** What ends a cell, whichever of them a table uses. */
const ENDS = new Set([',', ';', '\t', '|', '\n', '\r'])

/** A table that comes in pieces, cut between its lines: not in a cell that holds line breaks of its own. */
export class WholeLines {
  private carried = ''
  /** Between cells, within a plain one, within one in quotes, or after a quote there: its end, or the first of two. */
  private at: 'start' | 'plain' | 'quoted' | 'closing' = 'start'

  /** @returns the lines that are whole with what has come; empty: none */
  add(piece: string): string {
    let end = -1
    for (let i = 0; i < piece.length; i++) {
      const letter = piece[i]!
      if (this.at === 'quoted') {
        if (letter === QUOTE) this.at = 'closing'
      } else if (this.at === 'closing' && letter === QUOTE) this.at = 'quoted'
      else if (ENDS.has(letter)) {
        this.at = 'start'
        if (letter === '\n') end = i
      } else this.at = this.at === 'start' && letter === QUOTE ? 'quoted' : 'plain'
    }
    if (end < 0) {
      this.carried += piece
      return ''
    }
    const whole = this.carried + piece.slice(0, end + 1)
    this.carried = piece.slice(end + 1)
    return whole
  }

  /** What is left at the end, without a line break of its own. */
  rest(): string {
    const rest = this.carried
    this.carried = ''
    return rest
  }
}
