export { ClassPage } from "./ClassPage";
export { TermPage } from "./TermPage";
