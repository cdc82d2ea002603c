package io.tallember.part.fields;

import java.util.Locale;

/** Enum constants as they are written in files. */
public final class Words {
    private Words() {}

    public static String of(Enum<?> e) {
        return e.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
