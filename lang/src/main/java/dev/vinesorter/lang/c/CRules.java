package dev.vinesorter.lang.c;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.WeakHashMap;

/** Where includes of C and C++ lead, and which package a file is in: its folder. */
final class CRules implements Rules {
  /** How the names of files end that others include. */
  private static final Set<String> HEADERS = Set.of("h", "hh", "hpp", "hxx", "inl", "ipp");

  private static final List<String> CONVENTIONAL = List.of("", "include", "src", "inc", "source");

  /** Headers of the standard libraries, which a file of the root may be called like. */
  private static final Set<String> STANDARD =
      Set.of(
          "assert.h",
          "ctype.h",
          "errno.h",
          "fcntl.h",
          "float.h",
          "inttypes.h",
          "limits.h",
          "locale.h",
          "math.h",
          "setjmp.h",
          "signal.h",
          "stdarg.h",
          "stdbool.h",
          "stddef.h",
          "stdint.h",
          "stdio.h",
          "stdlib.h",
          "string.h",
          "time.h",
          "unistd.h",
          "wchar.h",
          "thread",
          "string",
          "vector",
          "map",
          "memory",
          "list",
          "array",
          "queue",
          "stack",
          "set",
          "mutex");

  /** What operating systems declare (IEEE Std 1003.1-2017, and types of Windows). */
  private static final Set<String> OF_SYSTEMS =
      Set.of(
          ("accept access bind chdir chmod close closedir closesocket connect dup dup2 execv execve"
               + " execvp fchmod fcntl fork freeaddrinfo fstat ftruncate getaddrinfo getcwd getegid"
               + " geteuid getgid getpeername getpid getppid getsockname getsockopt gettimeofday"
               + " getuid htonl htons inet_ntop inet_pton ioctl isatty kill link listen lseek lstat"
               + " mkdir mmap mprotect munmap nanosleep ntohl ntohs open opendir pipe poll pread"
               + " pselect pthread_create pthread_join pthread_mutex_init pthread_mutex_lock"
               + " pthread_mutex_t pthread_mutex_unlock pthread_self pthread_t pwrite read readdir"
               + " readlink readv recv recvfrom recvmsg rmdir select send sendmsg sendto setsid"
               + " setsockopt shutdown sigaction sigaddset sigemptyset sigprocmask sleep snprintf"
               + " socket socketpair stat strcasecmp strncasecmp symlink sysconf unlink usleep wait"
               + " waitpid write writev fd_set mode_t off_t pid_t socklen_t ssize_t uid_t gid_t"
               + " timeval sockaddr sockaddr_in sockaddr_in6 O_RDONLY O_RDWR O_WRONLY O_CREAT"
               + " O_NONBLOCK AF_INET AF_INET6 AF_UNIX SOCK_STREAM SOCK_DGRAM SIGKILL SIGPIPE"
               + " SIGHUP SIGCHLD STDIN_FILENO STDOUT_FILENO STDERR_FILENO BOOL BYTE DWORD HANDLE"
               + " WORD LONG LPVOID LPCSTR LPSTR SOCKET TRUE FALSE INVALID_SOCKET")
              .split(" "));

  /** Names that members of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "true",
          "false",
          "size",
          "begin",
          "end",
          "push_back",
          "find",
          "insert",
          "erase",
          "clear",
          "empty",
          "get",
          "reset",
          "c_str",
          "data",
          "str",
          "first",
          "second",
          "front",
          "back",
          "append",
          "swap",
          "length",
          "value",
          "move",
          "at",
          "count",
          "resize",
          "reserve",
          "emplace_back");

  /** The paths of sources by their last part. */
  private final Map<Project, Map<String, List<String>>> byName = new WeakHashMap<>();

  private Map<String, List<String>> byName(Project project) {
    return byName.computeIfAbsent(
        project,
        p -> {
          Map<String, List<String>> all = new HashMap<>();
          p.outlines()
              .forEach(
                  one ->
                      all.computeIfAbsent(
                              one.path().substring(one.path().lastIndexOf('/') + 1),
                              name -> new ArrayList<>(1))
                          .add(one.path()));
          return all;
        });
  }

  @Override
  public Place source(Project project, int file, Import one) {
    if (one.level() < 0) {
      return Place.foreign(one.from());
    }
    String path = project.outlines().get(file).path();
    String folder = Project.folder(path);
    if (one.level() == 1) {
      int beside = project.number(Project.normal(Project.join(folder, one.from())));
      if (beside >= 0) {
        return Place.of(beside, 0);
      }
    }
    for (String in : project.lookups().includes(path)) {
      int found = project.number(Project.normal(Project.join(in, one.from())));
      if (found >= 0) {
        return Place.of(found, 0);
      }
    }
    boolean standard = one.level() == 0 && STANDARD.contains(one.from());
    for (String around : standard ? List.<String>of() : Project.upwards(folder)) {
      for (String place : CONVENTIONAL) {
        String in = Project.join(Project.join(around, place), one.from());
        int found = project.number(Project.normal(in));
        if (found >= 0) {
          return Place.of(found, 0);
        }
      }
    }
    return standard ? null : bySuffix(project, path, one);
  }

  /** The only source whose path ends so, or the one that shares most folders with the includer. */
  private Place bySuffix(Project project, String path, Import one) {
    String end = Project.normal(one.from());
    if (end == null) {
      return null;
    }
    String best = null;
    int shared = -1;
    boolean tie = false;
    String name = end.substring(end.lastIndexOf('/') + 1);
    for (String other : byName(project).getOrDefault(name, List.of())) {
      if (("/" + other).endsWith("/" + end)) {
        int common = common(path, other);
        tie = common == shared;
        if (common > shared) {
          shared = common;
          best = other;
        }
      }
    }
    if (best == null) {
      return null;
    }
    Place found = Place.of(project.number(best), 0);
    boolean far = !component(path).equals(component(best)) && !end.contains("/");
    return tie || far ? found.likely() : found;
  }

  private static int common(String one, String other) {
    int at = 0;
    int slashes = 0;
    while (at < one.length() && at < other.length() && one.charAt(at) == other.charAt(at)) {
      slashes += one.charAt(at) == '/' ? 1 : 0;
      at++;
    }
    return slashes;
  }

  /** What is static, or a macro of a body, is seen in its file alone; all else in one component. */
  @Override
  public boolean mayMean(String user, String holder, Decl decl) {
    boolean macro = Trait.STATIC.in(decl.traits()) && !HEADERS.contains(CLanguage.end(holder));
    return !Trait.PRIVATE.in(decl.traits()) && !macro && component(user).equals(component(holder));
  }

  /** The first two folders of a path. */
  private static String component(String path) {
    int first = path.indexOf('/');
    int second = first < 0 ? -1 : path.indexOf('/', first + 1);
    return second >= 0 ? path.substring(0, second) : first >= 0 ? path.substring(0, first) : "";
  }

  @Override
  public boolean seesMembers() {
    return true;
  }

  @Override
  public boolean includes() {
    return true;
  }

  @Override
  public boolean isOfEveryLibrary(String name) {
    return StandardHeaders.of(name) != null
        || OF_SYSTEMS.contains(name)
        || name.length() > 3 && name.charAt(0) == 'E' && isCode(name);
  }

  /** Whether a name is made like those of errors of the system, such as {@code EFAULT}. */
  private static boolean isCode(String name) {
    return name.chars().allMatch(c -> c >= 'A' && c <= 'Z' || c >= '0' && c <= '9');
  }

  @Override
  public boolean isOwn(String name) {
    return COMMON.contains(name);
  }
}
