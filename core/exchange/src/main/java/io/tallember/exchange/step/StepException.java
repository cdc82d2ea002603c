package io.tallember.exchange.step;

/** A STEP file, or one entity of it, that can't be read: a sentence that says which and why. */
public final class StepException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public StepException(String sentence) {
        super(sentence);
    }
}
