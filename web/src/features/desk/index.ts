export { DeskPage } from "./DeskPage";
