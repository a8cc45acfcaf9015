export { DraftsPage } from "./DraftsPage";
