/** What lets style tags of this page in; the content policy lets in no others. */
export const nonce = document.querySelector<HTMLMetaElement>("meta[name=csp-nonce]")?.content;
