"""What goes back to the student: remarks gathered from a report and its decisions, the letter, and the
student's own paper with the remarks at their words."""
