/** A file with what is said of it, as forms are sent that hold one. */
export const fileForm = (file: File, fields: Readonly<Record<string, string>> = {}): FormData => {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  form.set('file', file, file.name);
  return form;
};
