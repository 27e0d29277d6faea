<template><p>Rubricator</p></template>
