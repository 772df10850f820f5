/** Answers nothing: what a request costs before any work is done. Measured by `npm run bench`. */
export const loader = () => new Response(null, { status: 204 });
