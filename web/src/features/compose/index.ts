export { ComposePage } from "./ComposePage";
