/** Days an evergreen rests between two showings where nobody says otherwise. */
export const USUAL_REST_DAYS = 28
