/** A text as `like` means it to the letter. */
export const escapeLike = (text: string): string => text.replace(/[\\%_]/g, (mark) => `\\${mark}`);
