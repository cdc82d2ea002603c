package io.tallember.server;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;

/** What is asked for on the command line, looked at before anything is started. */
final class Start {
    /** The application can't start as it is asked to. */
    static final class Impossible extends Exception {
        private static final long serialVersionUID = 1L;

        Impossible(String sentence) {
            super(sentence);
        }
    }

    private static final String DATABASE = "parts.mv.db";
    private static final int USUAL_PORT = 8316;

    private Start() {}

    /**
     * The settings that flags stand for: {@code --empty} starts without the demo parts, {@code --data=FOLDER} and {@code --port=N}
     * move things.
     *
     * @throws Impossible when the folder or the port can't be used, with the reason
     */
    static String[] settings(String[] args) throws Impossible {
        List<String> out = new ArrayList<>();
        String data = System.getProperty("user.home") + "/.tall-ember";
        int port = USUAL_PORT;
        for (String a : args) {
            if (a.equals("--empty")) {
                out.add("--tallember.empty=true");
            } else if (a.startsWith("--data=") || a.startsWith("--tallember.data=")) {
                data = a.substring(a.indexOf('=') + 1);
            } else if (a.startsWith("--port=") || a.startsWith("--server.port=")) {
                port = port(a.substring(a.indexOf('=') + 1));
            } else if (a.startsWith("--")) {
                out.add(a);
            } else {
                throw new Impossible("\"" + a + "\" isn't understood. Flags are --empty, --data=FOLDER and --port=N.");
            }
        }
        out.add("--tallember.data=" + folder(data));
        out.add("--server.port=" + free(port));
        return out.toArray(String[]::new);
    }

    private static int port(String text) throws Impossible {
        try {
            int port = Integer.parseInt(text);
            if (port >= 0 && port <= 65535) {
                return port;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new Impossible("The port \"" + text + "\" isn't a number from 0 to 65535.");
    }

    private static int free(int port) throws Impossible {
        try (ServerSocket socket = new ServerSocket()) {
            socket.setReuseAddress(true);
            socket.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
            return port;
        } catch (IOException e) {
            throw new Impossible(
                    "Port " + port + " can't be taken: another program has it, or it isn't allowed. Start with"
                            + " --port=N for another.");
        }
    }

    private static Path folder(String text) throws Impossible {
        if (text.isBlank() || text.indexOf(';') >= 0) {
            throw new Impossible("The folder \"" + text + "\" can't be used: its name is empty or has a semicolon.");
        }
        Path folder;
        try {
            folder = Path.of(text).toAbsolutePath().normalize();
        } catch (InvalidPathException e) {
            throw new Impossible("The folder \"" + text + "\" can't be used: that isn't a name for a folder.");
        }
        if (Files.exists(folder) && !Files.isDirectory(folder)) {
            throw new Impossible("\"" + folder + "\" isn't a folder.");
        }
        try {
            Files.createDirectories(folder);
            // tried rather than asked: rights, quotas and read-only disks are all found so
            Files.delete(Files.createTempFile(folder, "tall-ember", ".try"));
        } catch (IOException e) {
            throw new Impossible("The folder \"" + folder + "\" can't be written to: " + reason(e) + ".");
        }
        Path database = folder.resolve(DATABASE);
        if (Files.exists(database)) {
            unused(folder, database);
        }
        return folder;
    }

    private static String reason(IOException e) {
        String why = e instanceof java.nio.file.FileSystemException f ? f.getReason() : e.getMessage();
        return why == null ? "it is read-only or belongs to somebody else" : why;
    }

    private static void unused(Path folder, Path database) throws Impossible {
        try (FileChannel file = FileChannel.open(database, StandardOpenOption.WRITE);
                FileLock lock = file.tryLock()) {
            if (lock == null) {
                throw new Impossible("The folder \"" + folder
                        + "\" is in use by Tall Ember in another window. Use that, or end it" + " first.");
            }
        } catch (OverlappingFileLockException e) {
            throw new Impossible("The folder \"" + folder + "\" is in use already.");
        } catch (IOException e) {
            throw new Impossible("The parts in \"" + folder + "\" can't be opened for writing: " + reason(e) + ".");
        }
    }
}
