/** A cell that a spreadsheet was kept from taking for a formula, as it was. */
export const plainCell = (text: string | undefined): string => (text ?? '').replace(/^'(?=[=+\-@\t\r])/, '')
