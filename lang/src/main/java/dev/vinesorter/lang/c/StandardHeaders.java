package dev.vinesorter.lang.c;

import java.util.HashMap;
import java.util.Map;

/** Which headers of the C standard library declare which names (ISO/IEC 9899:2018, clause 7). */
final class StandardHeaders {
  private static final Map<String, String> HEADERS = new HashMap<>();

  private StandardHeaders() {}

  static {
    in("assert.h", "assert static_assert");
    in(
        "ctype.h",
        "isalnum isalpha isblank iscntrl isdigit isgraph islower isprint ispunct isspace isupper"
            + " isxdigit tolower toupper");
    in("errno.h", "errno EDOM ERANGE EILSEQ EINTR EAGAIN EINVAL ENOENT ENOMEM");
    in("inttypes.h", "PRId32 PRId64 PRIu32 PRIu64 PRIx32 PRIx64 strtoimax strtoumax");
    in(
        "limits.h",
        "CHAR_BIT CHAR_MAX CHAR_MIN INT_MAX INT_MIN LONG_MAX LONG_MIN LLONG_MAX LLONG_MIN SCHAR_MAX"
            + " SHRT_MAX SHRT_MIN UCHAR_MAX UINT_MAX ULONG_MAX ULLONG_MAX USHRT_MAX");
    in(
        "math.h",
        "HUGE_VAL INFINITY NAN acos asin atan atan2 cbrt ceil cos cosh exp exp2 fabs floor fmax"
            + " fmin fmod hypot isfinite isinf isnan log log10 log2 lround modf pow round sin sinh"
            + " sqrt tan tanh trunc llround nan");
    in("setjmp.h", "jmp_buf longjmp setjmp");
    in(
        "signal.h",
        "SIGABRT SIGFPE SIGILL SIGINT SIGSEGV SIGTERM SIG_DFL SIG_ERR SIG_IGN raise sig_atomic_t"
            + " signal");
    in("stdarg.h", "va_arg va_copy va_end va_list va_start");
    in("stdbool.h", "bool true false");
    in("stddef.h", "max_align_t offsetof ptrdiff_t wchar_t");
    in(
        "stdint.h",
        "int8_t int16_t int32_t int64_t uint8_t uint16_t uint32_t uint64_t intptr_t uintptr_t"
            + " intmax_t uintmax_t INT8_MAX INT16_MAX INT32_MAX INT64_MAX INT8_MIN INT16_MIN"
            + " INT32_MIN INT64_MIN UINT8_MAX UINT16_MAX UINT32_MAX UINT64_MAX SIZE_MAX INTPTR_MAX"
            + " UINTPTR_MAX UINT32_C UINT64_C INT64_C");
    in(
        "stdio.h",
        "EOF FILE BUFSIZ SEEK_CUR SEEK_END SEEK_SET clearerr fclose feof ferror fflush fgetc fgets"
            + " fileno fopen fprintf fputc fputs fread freopen fscanf fseek ftell fwrite getc"
            + " getchar perror printf putc putchar puts remove rename rewind scanf setbuf setvbuf"
            + " snprintf sprintf sscanf stderr stdin stdout tmpfile ungetc vfprintf vprintf"
            + " vsnprintf vsprintf");
    in(
        "stdlib.h",
        "EXIT_FAILURE EXIT_SUCCESS RAND_MAX abort abs atexit atof atoi atol atoll bsearch calloc"
            + " exit free getenv labs llabs malloc qsort rand realloc srand strtod strtof strtol"
            + " strtold strtoll strtoul strtoull system");
    in(
        "string.h",
        "memchr memcmp memcpy memmove memset strcat strchr strcmp strcoll strcpy strcspn strerror"
            + " strlen strncat strncmp strncpy strpbrk strrchr strspn strstr strtok strdup size_t"
            + " NULL");
    in(
        "time.h",
        "CLOCKS_PER_SEC asctime clock clock_t ctime difftime gmtime localtime mktime strftime time"
            + " time_t tm");
    in("wchar.h", "WEOF wcscmp wcscpy wcslen wint_t");
  }

  private static void in(String header, String names) {
    for (String name : names.split(" ")) {
      HEADERS.put(name, header);
    }
  }

  /** The header that declares a name; null for none that is known. */
  static String of(String name) {
    return HEADERS.get(name);
  }

  /** Whether a header is one of those whose names are all known here. */
  static boolean isKnown(String header) {
    return HEADERS.containsValue(header);
  }

  /** Whether several headers declare a name. */
  static boolean isCommon(String name) {
    return name.equals("size_t") || name.equals("NULL");
  }

  /** Whether another header declares a name, too. */
  static boolean isDeclaredIn(String name, String header) {
    return header.equals(of(name))
        || isCommon(name)
            && (header.equals("stddef.h")
                || header.equals("stdio.h")
                || header.equals("stdlib.h")
                || header.equals("time.h"))
        || header.equals("inttypes.h") && "stdint.h".equals(of(name));
  }
}
