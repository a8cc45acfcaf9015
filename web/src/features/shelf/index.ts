export { ShelfPage } from "./ShelfPage";
