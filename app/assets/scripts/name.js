// A name that nothing else has, also on a page without a certificate, where the browser's own way is shut.
export const newName = () => [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, "0")).join("");
