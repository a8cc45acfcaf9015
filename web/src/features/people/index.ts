export { JoinPage } from "./JoinPage";
export { PeoplePage } from "./PeoplePage";
