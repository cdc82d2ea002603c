package io.tallember.ember;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/** What files refuse, in sentences. */
final class Trouble {
    private Trouble() {}

    static String of(IOException e) {
        if (e instanceof CharacterCodingException) {
            return "This isn't a text file in UTF-8, so it is no part file.";
        }
        if (e instanceof NoSuchFileException f) {
            return "There is no file or folder " + f.getFile() + ".";
        }
        if (e instanceof AccessDeniedException f) {
            return f.getFile() + " may not be read or written by you.";
        }
        if (e instanceof FileSystemException f) {
            return f.getFile() + " can't be read or written"
                    + (f.getReason() == null ? "." : ": " + f.getReason() + ".");
        }
        return "A file can't be read or written: " + e.getMessage() + ".";
    }
}
