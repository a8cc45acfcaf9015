export { PapersPage } from "./PapersPage";
