<?php
// The full names of the classes, functions and constants that sources name, a line each, by PHP's own tokens and rules.
foreach (array_slice($argv, 1) as $path) {
    try {
        $tokens = array_values(array_filter(
            token_get_all(file_get_contents($path), TOKEN_PARSE),
            fn ($one) => !is_array($one) || !in_array($one[0], [T_WHITESPACE, T_COMMENT, T_DOC_COMMENT])
        ));
    } catch (ParseError $error) {
        echo 'broken ', $path, "\n";
        continue;
    }
    names($tokens);
}

function text($token)
{
    return is_array($token) ? $token[1] : $token;
}

function names(array $tokens): void
{
    $space = '';
    $uses = ['class' => [], 'function' => [], 'const' => []];
    $depth = 0;
    $classes = [];
    for ($n = 0; $n < count($tokens); $n++) {
        $token = $tokens[$n];
        $kind = is_array($token) ? $token[0] : $token;
        if ($kind === '{' || $kind === T_CURLY_OPEN || $kind === T_DOLLAR_OPEN_CURLY_BRACES) {
            $depth++;
        } elseif ($kind === '}') {
            $depth--;
            if ($classes && end($classes) === $depth) {
                array_pop($classes);
            }
        } elseif ($kind === T_NAMESPACE && is_array($tokens[$n + 1]) && in_array($tokens[$n + 1][0], [T_STRING, T_NAME_QUALIFIED])) {
            $space = text($tokens[++$n]);
            $uses = ['class' => [], 'function' => [], 'const' => []];
        } elseif (in_array($kind, [T_CLASS, T_INTERFACE, T_TRAIT, T_ENUM]) && is_array($tokens[$n + 1] ?? 0) && $tokens[$n + 1][0] === T_STRING
            && ($n === 0 || text($tokens[$n - 1]) !== '::')) {
            echo 'class ', strtolower(ltrim($space . '\\' . text($tokens[++$n]), '\\')), "\n";
            $classes[] = $depth;
        } elseif ($kind === T_CLASS && ($n === 0 || text($tokens[$n - 1]) !== '::')) {
            $classes[] = $depth;
        } elseif ($kind === T_USE && !$classes && text($tokens[$n - 1] ?? '') !== ')') {
            $n = uses($tokens, $n, $uses);
        } elseif ($kind === T_DECLARE) {
            $n += 3;
        } elseif (in_array($kind, [T_STRING, T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED, T_NAME_RELATIVE])) {
            $before = text($tokens[$n - 1] ?? '');
            $after = text($tokens[$n + 1] ?? '');
            if (in_array($before, ['->', '?->', '::', 'function', 'const', 'goto']) || $after === ':' && $before !== '?' && $before !== ':' && $before !== ')' && $before !== 'case') {
                continue;
            }
            $sort = $after === '(' && $before !== 'new' && $before !== '#[' ? 'function' : 'class';
            echo $sort, ' ', strtolower(resolve(text($token), $space, $uses, $sort)), "\n";
        }
    }
}

function uses(array $tokens, int $n, array &$uses): int
{
    $sort = 'class';
    $prefix = '';
    $name = '';
    $alias = null;
    $take = function () use (&$uses, &$sort, &$prefix, &$name, &$alias) {
        if ($name !== '') {
            $full = ltrim($prefix . $name, '\\');
            $uses[$sort][strtolower($alias ?? substr('\\' . $full, strrpos('\\' . $full, '\\') + 1))] = $full;
            echo 'use ', $full, "\n";
        }
        $name = '';
        $alias = null;
    };
    for ($n++; text($tokens[$n]) !== ';'; $n++) {
        $text = text($tokens[$n]);
        if ($text === 'function' || $text === 'const') {
            $sort = $text;
        } elseif ($text === '{') {
            $prefix = $name;
            $name = '';
        } elseif ($text === ',' || $text === '}') {
            $take();
        } elseif ($text === 'as') {
            $alias = text($tokens[++$n]);
        } else {
            $name .= $text;
        }
    }
    $take();
    return $n;
}

function resolve(string $name, string $space, array $uses, string $sort): string
{
    if ($name[0] === '\\') {
        return substr($name, 1);
    }
    if (stripos($name, 'namespace\\') === 0) {
        return $space . substr($name, 9);
    }
    $parts = explode('\\', $name);
    $first = strtolower($parts[0]);
    $table = count($parts) > 1 ? 'class' : $sort;
    if (isset($uses[$table][$first])) {
        $parts[0] = $uses[$table][$first];
        return implode('\\', $parts);
    }
    if (in_array($first, ['self', 'static', 'parent', 'true', 'false', 'null', 'int', 'string', 'bool', 'float', 'array', 'void', 'mixed', 'object', 'iterable', 'callable', 'never'])) {
        return $first;
    }
    if (count($parts) === 1 && ($sort === 'function' ? function_exists($name) : defined($name) || $name === strtoupper($name))) {
        return $name;
    }
    // A function that stands alone is that of the namespace, or else the one outside of all.
    return ltrim(($sort === 'function' && count($parts) === 1 ? '*' : $space) . '\\' . $name, '\\');
}
