// What is shown of changes that wait, fetched as one: where the server does not answer any more, nothing else can be fetched.
export { EditsDialog } from './edits-dialog';
export { LeaveDialog } from './leave-dialog';
