/** Hands a text to the browser as a file. */
export function download(name: string, type: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A name a file system takes, made from what a person called something. */
export const fileName = (name: string, ending: string): string =>
  `${
    name
      .trim()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'cosmesis'
  }.${ending}`;
