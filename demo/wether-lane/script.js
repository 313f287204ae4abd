// The bar is told when the page is no longer at its top.
var bar = document.getElementById('top');
function look() {
  bar.className = window.pageYOffset > 40 ? 'site-top is-stuck' : 'site-top';
}
window.addEventListener('scroll', look);
look();
document.querySelector('.note button').onclick = function () {
  document.querySelector('.note').style.display = 'none';
};
