package chalkline.server;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.reflect.InvocationTargetException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.catalina.webresources.TomcatURLStreamHandlerFactory;
import org.jspecify.annotations.Nullable;
import org.springframework.util.FileSystemUtils;

/**
 * The stand-ins in the tests' own JVM, with classes apart from the application's. A process of their own costs ten times as
 * much to start, since all of its classes are read and compiled anew.
 */
final class StandInsHere implements Closeable {
    private static final String MAIN = "chalkline.standins.StandIns";
    private static @Nullable ClassLoader loader;

    private final CompletableFuture<Closeable> started;

    /** @param jar the stand-ins' executable archive */
    StandInsHere(Path jar, Map<String, String> settings, List<String> arguments) {
        ClassLoader classes = classesOf(jar);
        List<String> all = new ArrayList<>(arguments);
        // the name would be said of the application too
        all.add("--logging.include-application-name=false");
        settings.forEach((name, value) -> all.add("--" + name + "=" + value));
        started = new CompletableFuture<>();
        Thread starting = new Thread(() -> start(classes, all), "stand-ins");
        starting.setContextClassLoader(classes);
        starting.setDaemon(true);
        starting.start();
    }

    private void start(ClassLoader classes, List<String> arguments) {
        try {
            started.complete((Closeable)
                    classes.loadClass(MAIN).getMethod("start", String[].class).invoke(null, (Object)
                            arguments.toArray(String[]::new)));
        } catch (InvocationTargetException e) {
            started.completeExceptionally(e.getCause());
        } catch (ReflectiveOperationException | RuntimeException | LinkageError e) {
            started.completeExceptionally(e);
        }
    }

    /** Waits until they answer. */
    void await() {
        started.join();
    }

    private static synchronized ClassLoader classesOf(Path jar) {
        if (loader == null) {
            try {
                loader = new URLClassLoader(unpacked(jar).toArray(URL[]::new), ClassLoader.getPlatformClassLoader());
                // Java has room for one factory of URLs, and each of the two web servers would put its own there
                TomcatURLStreamHandlerFactory.disable();
                loader.loadClass(TomcatURLStreamHandlerFactory.class.getName())
                        .getMethod("disable")
                        .invoke(null);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
        return loader;
    }

    /** What the archive has, as Java's own class loader reads it: not archives within an archive. */
    private static List<URL> unpacked(Path jar) throws IOException {
        Path folder = Files.createTempDirectory("stand-ins");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> FileSystemUtils.deleteRecursively(folder.toFile())));
        List<URL> places = new ArrayList<>(List.of(folder.toUri().toURL()));
        try (ZipFile archive = new ZipFile(jar.toFile())) {
            for (Enumeration<? extends ZipEntry> all = archive.entries(); all.hasMoreElements(); ) {
                ZipEntry entry = all.nextElement();
                boolean library = entry.getName().startsWith("BOOT-INF/lib/");
                if (!entry.isDirectory() && (library || entry.getName().startsWith("BOOT-INF/classes/"))) {
                    String name = entry.getName().substring(entry.getName().indexOf('/', "BOOT-INF/".length()) + 1);
                    Path file = folder.resolve(name);
                    Files.createDirectories(file.getParent());
                    try (InputStream in = archive.getInputStream(entry)) {
                        Files.copy(in, file);
                    }
                    if (library) {
                        places.add(file.toUri().toURL());
                    }
                }
            }
        }
        return places;
    }

    @Override
    public void close() {
        try {
            started.join().close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
