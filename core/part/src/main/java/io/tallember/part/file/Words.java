package io.tallember.part.file;

import java.util.Locale;

/** Enum constants as they are written in files. */
final class Words {
    private Words() {}

    static String of(Enum<?> e) {
        return e.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
