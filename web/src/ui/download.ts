/** Something saved as a file. */
export function save(name: string, file: Blob) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** A text saved as a file. */
export const download = (name: string, type: string, text: string): void => save(name, new Blob([text], { type }));
