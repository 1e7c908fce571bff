package onward.sentry.standins.mailbox;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintWriter;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** Speaks as much of SMTP as a sender needs to hand over a letter, on loopback only. */
public final class Mailbox implements AutoCloseable {

    private static final int MOST_KEPT = 100;

    private final List<String> letters = new CopyOnWriteArrayList<>();
    private final ServerSocket socket;

    private Mailbox(ServerSocket socket) {
        this.socket = socket;
    }

    /** @param port 0: any that is free */
    public static Mailbox open(int port) throws IOException {
        var mailbox = new Mailbox(new ServerSocket(port, 10, InetAddress.getLoopbackAddress()));
        var thread = new Thread(mailbox::serve, "mailbox");
        thread.setDaemon(true);
        thread.start();
        return mailbox;
    }

    public int port() {
        return socket.getLocalPort();
    }

    /** Letters as they came, with their headers, the latest last. */
    public List<String> letters() {
        return List.copyOf(letters);
    }

    private void serve() {
        while (!socket.isClosed()) {
            try (var caller = socket.accept()) {
                caller.setSoTimeout(10_000);
                talk(caller);
            } catch (IOException e) {
                // the caller hung up, or the mailbox was closed
            }
        }
    }

    private void talk(Socket caller) throws IOException {
        var in = new BufferedReader(new InputStreamReader(caller.getInputStream(), StandardCharsets.UTF_8));
        var out = new PrintWriter(caller.getOutputStream(), false, StandardCharsets.UTF_8);
        say(out, "220 mailbox of the demo");
        for (var line = in.readLine(); line != null; line = in.readLine()) {
            var word = line.split(" ", 2)[0].toUpperCase();
            if (word.equals("QUIT")) {
                say(out, "221 good-bye");
                return;
            }
            if (word.equals("DATA")) {
                say(out, "354 end with a dot");
                keep(letter(in));
            }
            say(out, "250 ok");
        }
    }

    private static String letter(BufferedReader in) throws IOException {
        var letter = new StringBuilder();
        for (var line = in.readLine(); line != null && !line.equals("."); line = in.readLine()) {
            letter.append(line.startsWith("..") ? line.substring(1) : line).append('\n');
        }
        return letter.toString();
    }

    private void keep(String letter) {
        letters.add(letter);
        if (letters.size() > MOST_KEPT) {
            letters.remove(0);
        }
    }

    private static void say(PrintWriter out, String line) {
        out.print(line + "\r\n");
        out.flush();
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
