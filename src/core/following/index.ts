// Where a controller is, by what is heard of it.
export { beginFollowing, type Following, hear, likelyPlaces, possiblePlaces, toldPlace, whileDeaf } from './following';
export { type FollowedView, isEverywhere, viewOf } from './view';
