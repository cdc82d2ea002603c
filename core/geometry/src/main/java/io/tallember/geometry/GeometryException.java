package io.tallember.geometry;

/** An operation refused: why, as an enum for callers and as a sentence for people. Nothing was changed. */
public final class GeometryException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /** Why an operation was refused. */
    public enum Reason {
        /** A zero-length direction, an empty extent, a number that is not one. */
        DEGENERATE,
        /** An outline that crosses or touches itself. */
        SELF_CROSSING_PROFILE,
        /** Two surfaces whose meeting this version can't work out. */
        UNSUPPORTED_INTERSECTION,
        /** The result would touch itself along an edge or in a point. */
        NON_MANIFOLD,
        /** The result would contain no material. */
        EMPTY_RESULT,
        /** The two bodies do not touch, so the operation would do nothing. */
        NO_CONTACT,
        /** The stages of an operation disagree; the result was thrown away. */
        INCONSISTENT,
        /** Geometry that a step refers to is no longer there. */
        LOST_REFERENCE,
        /** What a step builds on has to be mended first. */
        WAITING,
        /** It goes where nothing is for it; the other way there may be. */
        WRONG_WAY,
        /** A value that the operation can't take. */
        BAD_VALUE
    }

    private final Reason reason;
    private final Double remedy;

    public GeometryException(Reason reason, String sentence) {
        this(reason, sentence, null);
    }

    /** @param remedy a size, in mm, with which it would do; or null */
    public GeometryException(Reason reason, String sentence, Double remedy) {
        super(sentence);
        this.reason = reason;
        this.remedy = remedy;
    }

    /** The sentence with its lengths and places in mm. */
    @Override
    public String getMessage() {
        return Terms.told(super.getMessage(), Terms.Telling.PLAIN);
    }

    /** The sentence with its lengths, places and steps still in it as values. */
    public String sentence() {
        return super.getMessage();
    }

    /** The same, told to somebody. */
    public GeometryException told(Terms.Telling to) {
        GeometryException e = new GeometryException(reason, Terms.told(sentence(), to), remedy);
        e.setStackTrace(getStackTrace());
        return e;
    }

    /** A size, in mm, with which the operation would do; null when none is known. */
    public Double remedy() {
        return remedy;
    }

    public Reason reason() {
        return reason;
    }
}
