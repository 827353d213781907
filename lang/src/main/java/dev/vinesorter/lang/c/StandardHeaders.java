package dev.vinesorter.lang.c;

import java.util.HashMap;
import java.util.Map;

/**
 * Which headers of the standard libraries declare which names (ISO/IEC 9899:2018, clause 7; ISO/IEC
 * 14882:2017, clauses 20 to 33): those that are used most.
 */
final class StandardHeaders {
  private static final Map<String, String> HEADERS = new HashMap<>();

  private static final Map<String, String> CPP = new HashMap<>();

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

  static {
    inCpp(
        "algorithm",
        "all_of any_of binary_search copy count_if equal fill find find_if for_each lower_bound max"
            + " max_element min min_element none_of remove_if replace reverse sort stable_sort"
            + " swap_ranges transform unique upper_bound");
    inCpp("any", "any any_cast");
    inCpp("array", "array");
    inCpp(
        "atomic",
        "atomic atomic_bool atomic_int memory_order_acquire memory_order_relaxed"
            + " memory_order_release memory_order_seq_cst");
    inCpp("bitset", "bitset");
    inCpp("chrono", "chrono");
    inCpp("complex", "complex");
    inCpp("condition_variable", "condition_variable");
    inCpp("deque", "deque");
    inCpp("exception", "exception terminate");
    inCpp("fstream", "fstream ifstream ofstream");
    inCpp("functional", "function bind hash less greater reference_wrapper");
    inCpp("future", "async future promise");
    inCpp("initializer_list", "initializer_list");
    inCpp("iomanip", "setfill setprecision setw");
    inCpp("ios", "boolalpha dec fixed hex ios ios_base left oct right scientific streamsize");
    inCpp("iostream", "cerr cin clog cout");
    inCpp("istream", "istream getline");
    inCpp("iterator", "back_inserter distance iterator_traits next prev");
    inCpp("limits", "numeric_limits");
    inCpp("list", "list");
    inCpp("map", "map multimap");
    inCpp("memory", "allocator make_shared make_unique shared_ptr unique_ptr weak_ptr");
    inCpp("mutex", "lock_guard mutex once_flag call_once recursive_mutex unique_lock");
    inCpp("numeric", "accumulate iota");
    inCpp("new", "bad_alloc nothrow");
    inCpp("optional", "nullopt optional");
    inCpp("ostream", "endl flush ostream");
    inCpp("queue", "priority_queue queue");
    inCpp("random", "mt19937 random_device uniform_int_distribution uniform_real_distribution");
    inCpp("regex", "regex regex_match regex_replace regex_search smatch");
    inCpp("set", "multiset set");
    inCpp(
        "sstream",
        "basic_istringstream basic_ostringstream basic_stringstream istringstream ostringstream"
            + " stringstream");
    inCpp("stack", "stack");
    inCpp(
        "stdexcept",
        "domain_error invalid_argument length_error logic_error out_of_range overflow_error"
            + " range_error runtime_error");
    inCpp("streambuf", "streambuf");
    inCpp("string", "basic_string char_traits stod stoi stol string to_string wstring");
    inCpp("string_view", "string_view");
    inCpp("thread", "thread this_thread");
    inCpp("tuple", "get make_tuple tie tuple");
    inCpp(
        "type_traits",
        "decay enable_if enable_if_t false_type integral_constant is_base_of is_same true_type");
    inCpp("unordered_map", "unordered_map unordered_multimap");
    inCpp("unordered_set", "unordered_set");
    inCpp("utility", "forward make_pair move pair swap");
    inCpp("variant", "get_if holds_alternative monostate variant visit");
    inCpp("vector", "vector");
  }

  private static void inCpp(String header, String names) {
    for (String name : names.split(" ")) {
      CPP.put(name, header);
    }
  }

  private static void in(String header, String names) {
    for (String name : names.split(" ")) {
      HEADERS.put(name, header);
    }
  }

  /** The header of C that declares a name; null for none that is known. */
  static String of(String name) {
    return HEADERS.get(name);
  }

  /** Whether the namespace std has a name that C does not have. */
  static boolean isOfCpp(String name) {
    return CPP.containsKey(name);
  }

  /** The header that declares a name of the namespace std; null for none that is known. */
  static String ofStd(String name) {
    String own = CPP.get(name);
    String plain = HEADERS.get(name);
    // Only the header that C++ has for one of C is sure to declare its names in the namespace.
    return own != null || plain == null
        ? own
        : "c" + plain.substring(0, plain.length() - ".h".length());
  }

  /** A header of C by its own name, where C++ has another one for it. */
  private static String plain(String header) {
    String c = header.startsWith("c") ? header.substring(1) + ".h" : header;
    return HEADERS.containsValue(c) ? c : header;
  }

  /** Whether a header is one of those whose names are all known here. */
  static boolean isKnown(String header) {
    return HEADERS.containsValue(plain(header)) || CPP.containsValue(header);
  }

  /** Whether several headers declare a name. */
  static boolean isCommon(String name) {
    return name.equals("size_t") || name.equals("NULL");
  }

  /** Whether a header declares a name. */
  static boolean isDeclaredIn(String name, String header) {
    String plain = plain(header);
    return plain.equals(of(name))
        || header.equals(CPP.get(name))
        || isCommon(name)
            && (plain.equals("stddef.h")
                || plain.equals("stdio.h")
                || plain.equals("stdlib.h")
                || plain.equals("time.h")
                || header.equals("string"))
        || plain.equals("inttypes.h") && "stdint.h".equals(of(name));
  }
}
