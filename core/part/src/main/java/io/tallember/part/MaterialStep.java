package io.tallember.part;

/** A step that makes material. */
public interface MaterialStep extends Step {
    /** What becomes of the material. */
    enum Mode {
        BODY,
        ADD,
        REMOVE,
        /** Only what lies both in the bodies and in the new material stays. */
        COMMON
    }

    Mode mode();

    @Override
    default boolean repeatable() {
        return true;
    }
}
