package chalkline.server.arrivals;

import jakarta.persistence.Embeddable;

/** Where a row stands: in which arrival, and as which of its file, from 0. */
@Embeddable
record RowId(long arrivalId, int ordinal) {}
