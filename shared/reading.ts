/** px across that a picture is brought to before a take is read from it. */
export const READ_WIDTH = 768
