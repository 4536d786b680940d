// While one edits, the desk has a server of its own; what isn't the desk is asked of the application's.
const target = `http://${process.env.FOND_HOST ?? '127.0.0.1'}:${process.env.FOND_PORT ?? 4600}`;

export default Object.fromEntries(['/api', '/shop', '/pictures'].map((path) => [path, { target }]));
