/* What this browser keeps of a person's work; gone when they sign out. */
export const COMPOSED_LIST = "grelt-composed-list";

export function forgetWork(): void {
  localStorage.removeItem(COMPOSED_LIST);
}
