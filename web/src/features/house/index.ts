export { AssignmentHousePage, CourseHousePage } from "./HousePage";
