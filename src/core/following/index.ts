// Where a controller is, by what is heard of it.
export {
  beginFollowing,
  type Followed,
  type Following,
  hear,
  hearAmong,
  type KnownBefore,
  likelyPlaces,
  possiblePlaces,
  takenOver,
  toldPlace,
  whileDeaf,
} from './following';
export { type FollowedView, viewOf } from './view';
