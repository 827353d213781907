@echo off
rem Runs Vine Sorter. It needs a JDK, 17 or later: JAVA_HOME, or java on the PATH.
setlocal
set "HOME_DIR=%~dp0.."
set "JAVA=java"
if defined JAVA_HOME set "JAVA=%JAVA_HOME%\bin\java"
"%JAVA%" -XX:MaxRAMPercentage=65 -XX:+UseCompressedOops -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xshare:auto %VINESORT_JAVA_OPTS% -cp "%HOME_DIR%\lib\*" "-Dvinesort.home=%HOME_DIR%" dev.vinesorter.cli.Main %*
exit /b %ERRORLEVEL%
