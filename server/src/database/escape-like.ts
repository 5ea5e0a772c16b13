/** Text with nothing in it that a pattern of the database would read as anything else. */
export const escapeLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');
