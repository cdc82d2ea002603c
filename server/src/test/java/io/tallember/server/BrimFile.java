package io.tallember.server;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import org.h2.store.fs.FileBaseDefault;
import org.h2.store.fs.FilePathWrapper;

/** Files on a disk that can be made to take nothing more, under the scheme {@code brim:}. */
public final class BrimFile extends FilePathWrapper {
    static volatile boolean full;
    /** Whether what is written is there, and an error is told all the same. */
    static volatile boolean late;

    private static void room() throws IOException {
        if (full) {
            throw new IOException("No space left on device");
        }
    }

    @Override
    public String getScheme() {
        return "brim";
    }

    @Override
    public FileChannel open(String mode) throws IOException {
        return new Channel(super.open(mode));
    }

    @Override
    public OutputStream newOutputStream(boolean append) throws IOException {
        room();
        return super.newOutputStream(append);
    }

    private static final class Channel extends FileBaseDefault {
        private final FileChannel file;

        Channel(FileChannel file) {
            this.file = file;
        }

        @Override
        public long size() throws IOException {
            return file.size();
        }

        @Override
        public int read(ByteBuffer to, long position) throws IOException {
            return file.read(to, position);
        }

        @Override
        public int write(ByteBuffer from, long position) throws IOException {
            room();
            int written = file.write(from, position);
            if (late) {
                throw new IOException("Input/output error");
            }
            return written;
        }

        @Override
        public void force(boolean metaData) throws IOException {
            file.force(metaData);
        }

        @Override
        protected void implTruncate(long size) throws IOException {
            file.truncate(size);
        }

        @Override
        protected void implCloseChannel() throws IOException {
            file.close();
        }

        @Override
        public FileLock tryLock(long position, long size, boolean shared) throws IOException {
            return file.tryLock(position, size, shared);
        }
    }
}
