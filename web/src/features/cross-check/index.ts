export { CrossCheckPage } from "./CrossCheckPage";
